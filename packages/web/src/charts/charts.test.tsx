import { chosen, curvesPicture, evaluate, examples, withValueAt, type Design } from '@ivolt/core';
import { fireEvent, render, screen } from '@testing-library/react';
import { GRID } from '../testing/evaluated';
import { BankRuler } from './BankRuler';
import { CurvePicture } from './CurvePicture';
import { LostHours } from './LostHours';
import { MonthsPicture } from './MonthsPicture';
import { SunPicture } from './SunPicture';
import { WindowRuler } from './WindowRuler';
import { strokesIn } from './HatchedRect';
import { oneArray } from '../../../core/src/testing/dairy';

const dairy = oneArray();
const reckon = (design: Design = dairy) => evaluate(design, GRID);

describe('the window ruler', () => {
  const bars = () => screen.getAllByRole('button').map((bar) => bar.getAttribute('aria-label'));

  it('says in words what each bar shows', () => {
    render(<WindowRuler picture={reckon().strings.a1!.window} onTry={() => undefined} />);
    expect(bars()).toEqual([
      expect.stringMatching(
        /^2 in series: from 5\d volts hot to 82 volts cold, held above its best when hot$/,
      ),
      expect.stringMatching(/^3 in series: .* inside the window$/),
      expect.stringMatching(/^4 in series: from 1\d\d volts hot to 16\d volts cold, over the limit$/),
      expect.stringMatching(/^5 in series: .* over the limit$/),
    ]);
    expect(screen.getByText('never above 150 V')).toBeTruthy();
    expect(screen.getByText('charges above 57.8 V')).toBeTruthy();
  });

  it('hatches exactly the bars that leave the window', () => {
    const { container } = render(
      <WindowRuler picture={reckon().strings.a1!.window} onTry={() => undefined} />,
    );
    expect(container.querySelectorAll('[data-hatch="over"]')).toHaveLength(2);
  });

  it('tries a bar by press and by key', () => {
    const tried: number[] = [];
    render(<WindowRuler picture={reckon().strings.a1!.window} onTry={(series) => tried.push(series)} />);
    const three = screen.getByRole('button', { name: /^3 in series/ });
    fireEvent.click(three);
    fireEvent.keyDown(three, { key: 'Enter' });
    fireEvent.keyDown(three, { key: ' ' });
    fireEvent.keyDown(three, { key: 'x' });
    expect(tried).toEqual([3, 3, 3]);
  });

  it('gives strings on inputs of unlike limits stops of their own', () => {
    const honey = withValueAt(
      examples().find(({ id }) => id === 'honey-house')!.design,
      '/controllers/c1/inputLimits/2/maxVolts',
      chosen(100),
    );
    const { container } = render(
      <WindowRuler picture={reckon(honey).strings.a1!.window} onTry={() => undefined} />,
    );
    const strings = screen.getAllByRole('img', { name: /^input \d, string \d: from/ });
    expect(strings).toHaveLength(4);
    expect(strings.map((bar) => / over the limit$/.test(bar.getAttribute('aria-label')!))).toEqual([
      false,
      false,
      true,
      false,
    ]);
    // each with its own, and none over all of them
    expect(screen.queryByText(/^never above/)).toBeNull();
    expect(container.querySelectorAll('path[d$="v46"][stroke-width="2.6"]')).toHaveLength(4);
    expect(screen.queryAllByRole('button')).toEqual([]);
  });

  it('always shows the chosen one, however far out, and draws nothing beyond its end', () => {
    for (const series of [1, 3, 7, 12]) {
      const { container, unmount } = render(
        <WindowRuler
          picture={reckon(withValueAt(dairy, '/arrays/a1/strings/series', chosen(series))).strings.a1!.window}
          onTry={() => undefined}
        />,
      );
      expect(
        screen.getByRole('button', { name: new RegExp(`^${series} in series`) }).getAttribute('aria-pressed'),
      ).toBe('true');
      // 734 px wide, with a margin of 18
      const lines = [...container.querySelectorAll('path[fill-opacity], path[d*="H"]')];
      expect(lines.length).toBeGreaterThan(3);
      for (const line of lines)
        for (const [, at] of line.getAttribute('d')!.matchAll(/(?<=^|[MLHC ])(-?[\d.]+)(?=,|H|$)/g))
          expect(Number(at)).toBeLessThanOrEqual(716);
      unmount();
    }
  });
});

describe('the months', () => {
  const { months } = reckon();
  it('say made and used of each month', () => {
    render(<MonthsPicture months={months} worst={12} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(
      /Jan: made [\d.]+, used 7\.6 kilowatt-hours a day; .*Dec: made/,
    );
    expect(screen.getByText(/made, 7\.6 used/)).toBeTruthy();
  });
  it('hatch in red what falls short', () => {
    const short = months.map((month) => ({ ...month, madeWh: month.month === 12 ? 2000 : month.madeWh }));
    const { container } = render(<MonthsPicture months={short} worst={12} />);
    expect(container.querySelectorAll('[data-hatch="short"]')).toHaveLength(1);
  });
  it('show only what is used where there is no sun yet, and no bar for months out of use', () => {
    const { container } = render(
      <MonthsPicture
        months={months.map((month) => ({ ...month, inUse: month.month < 4 }))}
        worst={null}
        usedOnly
      />,
    );
    expect(container.querySelectorAll('[data-hatch="ink-hatch"]')).toHaveLength(3);
    expect(screen.getByRole('img').getAttribute('aria-label')).not.toMatch(/made/);
  });
});

describe('the bank’s stick', () => {
  it('cuts what is usable into days and stops at the days asked for', () => {
    render(<BankRuler picture={reckon().bank} />);
    expect(screen.getByText('2 days asked for')).toBeTruthy();
    expect(screen.getByText('15.0 kWh usable')).toBeTruthy();
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      '15.0 kWh usable of 20.5 kWh rated, 1.9 days; 2 asked for',
    );
  });
  it('stands without uses', () => {
    render(<BankRuler picture={reckon({ ...dairy, uses: {} }).bank} />);
    expect(screen.queryByText(/asked for/)).toBeNull();
  });
});

describe('sun and air', () => {
  const climate = reckon().climate!;
  it('show the records in the job’s units', () => {
    const { rerender } = render(<SunPicture months={climate.months} lowC={-14} highC={44} units="metric" />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/−14.°C and 44.°C/);
    rerender(<SunPicture months={climate.months} lowC={-14} highC={44} units="imperial" />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/6\.8.°F and 111\.2.°F/);
  });
  it('dash the months that are a grid’s estimate', () => {
    const months = climate.months.map((month, index) => ({
      ...month,
      ghiFrom: index === 5 ? ('typed' as const) : month.ghiFrom,
    }));
    const { container } = render(<SunPicture months={months} lowC={-14} highC={44} units="metric" />);
    expect(container.querySelectorAll('rect[stroke-dasharray]')).toHaveLength(11);
  });
});

describe('the curves of an input', () => {
  const [input] = curvesPicture(dairy, GRID, 'a1', { panels: 1, sections: 3, lightPct: 20 })!.inputs;
  const all = input!.lines.map(({ id }) => id);
  it('are told in words: open, short, best, and lower tops', () => {
    render(<CurvePicture input={input!} shown={all} />);
    const words = screen.getByRole('img').getAttribute('aria-label')!;
    expect(words).toMatch(
      /^Curves of input 1, window from 58 to 150 volts\. standard sun: 149 volts open, 41\.8 amps short, best /,
    );
    expect(words).toMatch(/with the shadow: .* with 1 lower top/);
  });
  it('draw only what is asked for, each twice, with every top marked', () => {
    const { container, rerender } = render(<CurvePicture input={input!} shown={['standard']} />);
    const drawn = () => container.querySelectorAll('g[fill="none"] path');
    expect(drawn()).toHaveLength(2);
    expect(container.querySelectorAll('circle')).toHaveLength(1);
    rerender(<CurvePicture input={input!} shown={all} />);
    expect(drawn()).toHaveLength(2 * all.length);
    const tops = input!.lines.reduce((sum, { peaks }) => sum + peaks.length, 0);
    expect(container.querySelectorAll('circle')).toHaveLength(tops);
  });
});

it('the lost hours say what is lost in each month', () => {
  const day = (wh: number) => Array.from({ length: 24 }, (_, hour) => (hour === 12 ? wh : 0));
  const picture = {
    lostWh: Array.from({ length: 12 }, (_, m) => day(m === 5 ? 300 : 0)),
    leftWh: Array.from({ length: 12 }, () => day(900)),
  };
  const { container } = render(<LostHours picture={picture} />);
  expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/June: 300 Wh a day lost; July: 0 Wh/);
  // twelve lit hours, and a quarter of one of them lost
  const boxes = [...container.querySelectorAll('path')].map(
    (path) => path.getAttribute('d')!.split('z').length - 1,
  );
  expect(boxes).toEqual([12, 1]);
});

describe('strokes within a rectangle', () => {
  const rect = { x: 10, y: 20, width: 40, height: 30 };
  const ends = (d: string) =>
    [...d.matchAll(/M([\d.-]+) ([\d.-]+)L([\d.-]+) ([\d.-]+)/g)].map((m) => m.slice(1).map(Number));
  it.each([0, 45, -45, 90])('turned by %s° stay within it and are a gap apart', (turn) => {
    const strokes = ends(strokesIn(rect, { turn, gap: 6 }));
    expect(strokes.length).toBeGreaterThan(4);
    for (const [x1, y1, x2, y2] of strokes as [number, number, number, number][]) {
      for (const x of [x1, x2]) expect(x >= 9.9 && x <= 50.1).toBe(true);
      for (const y of [y1, y2]) expect(y >= 19.9 && y <= 50.1).toBe(true);
    }
  });
  it('are none where there is no room', () => {
    expect(strokesIn({ ...rect, height: 0 }, { gap: 6 })).toBe('');
    expect(strokesIn({ ...rect, width: NaN }, { gap: 6 })).toBe('');
  });
});
