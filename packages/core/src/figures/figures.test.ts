import { calculate } from '../calculate';
import { withValueAt, type Design } from '../document';
import { chosen, examples } from '../job';
import { plainClimate } from '../testing/climates';
import { figuresOf } from '.';
import { penFor, type Figure } from './figure';

const [hut, dairy] = examples().map(({ design }) => design) as [Design, Design];
const figures = (design: Design, lat = 41.6): Map<string, Figure> =>
  new Map(
    figuresOf(calculate(design, plainClimate(lat)), penFor(design.units)).map((figure) => [
      figure.id,
      figure,
    ]),
  );

/** The number a step shows, in Wh, V, A or plain, with the sign of what it does. */
function numberOf(text: string): { op: '+' | '×' | '÷' | '−' | ''; value: number } {
  const [, op = '', digits = '0', unit = ''] =
    /^([+×÷−]?)\s*(−?[\d.\u2009]+)\s*(\S*)/.exec(text.replace(/\u00a0/g, ' ')) ?? [];
  const kilo = unit === 'kWh' || unit === 'kW' ? 1000 : 1;
  return { op: op as '+', value: Number(digits.replace(/\u2009/g, '').replace('−', '-')) * kilo };
}

/** What a reader gets who works the steps with a pocket calculator, left to right. */
function workedOut(figure: Figure): number {
  return figure.steps.reduce((result, { text }) => {
    const { op, value } = numberOf(text);
    if (op === '×') return result * value;
    if (op === '÷') return result / value;
    if (op === '−') return result - value;
    return result + value;
  }, 0);
}

describe('a working leads to its result, with the numbers as they are shown', () => {
  it.each([
    ['bank.usable', dairy],
    ['bank.days', dairy],
    ['bank.need', dairy],
    ['bank.unitsNeeded', dairy],
    ['load.heaviest', dairy],
    ['load.running', dairy],
    ['load.start', dairy],
    ['load:3', dairy],
    ['made:12', dairy],
    ['made:6', dairy],
    ['array.ratio', dairy],
    ['array.watts', dairy],
    ['strings.isc', dairy],
    ['strings.imp', dairy],
    ['bank.usable', hut],
    ['bank.days', hut],
    ['load.heaviest', hut],
    ['made:8', hut],
  ] as const)('%s', (id, design) => {
    const figure = figures(design).get(id)!;
    expect(figure.steps.length).toBeGreaterThan(1);
    // shown numbers are rounded to three or four digits, so that a product of six is within 3 %
    expect(Math.abs(workedOut(figure) / figure.value! - 1)).toBeLessThan(0.03);
  });

  it('panels asked for are the quotient rounded up', () => {
    const figure = figures(dairy).get('array.need')!;
    expect(figure.value).toBe(Math.ceil(workedOut(figure) - 0.02));
  });

  it('a use counts its running hours and its off draw', () => {
    // fridge and freezer: 2 × (78 × 9 + 2 × 15) ÷ 0.92, and what stays in the wires
    const typed = withValueAt(dairy, '/supply/acEfficiency', chosen(100));
    expect(figures(typed).get('use:u2')!.value).toBeCloseTo((2 * (78 * 9 + 2 * 15)) / 0.92, 6);
    const { reach } = calculate(dairy, plainClimate(41.6)).loads;
    const wired = figures(dairy).get('use:u2')!;
    expect(wired.value).toBeCloseTo((2 * (78 * 9 + 2 * 15)) / 0.92 / reach.ac, 6);
    expect(wired.steps.at(-1)).toEqual({ label: 'AC wiring efficiency', text: `÷ ${reach.ac.toFixed(3)}` });
    expect(Math.abs(workedOut(wired) / wired.value! - 1)).toBeLessThan(0.001);
  });
});

describe('cold and hot volts', () => {
  it('multiply the factor that is shown', () => {
    const cold = figures(dairy).get('strings.cold')!;
    const factor = numberOf(cold.steps.at(-1)!.text).value;
    expect(Math.abs((37.2 * 4 * factor) / cold.value! - 1)).toBeLessThan(0.001);
    const hot = figures(dairy).get('strings.hot')!;
    expect(Math.abs((31.4 * 4 * numberOf(hot.steps.at(-1)!.text).value) / hot.value! - 1)).toBeLessThan(
      0.001,
    );
  });

  it('name the code table where the sheet gives no coefficient', () => {
    const cold = figures(withValueAt(dairy, '/arrays/a1/module/betaVoc', null)).get('strings.cold')!;
    expect(cold.source).toMatch(/690\.7\(A\)/);
    // −13 °C: 1.16
    expect(cold.value).toBeCloseTo(37.2 * 4 * 1.16, 6);
    expect(cold.others).toBeNull();
  });

  it('give the other schools beside the chosen one', () => {
    expect(figures(dairy).get('strings.cold')!.others).toMatch(
      /code table gives × 1\.16.*mean of yearly lows/,
    );
  });
});

it('every figure names its source, and every number has its unit', () => {
  for (const design of [hut, dairy, { ...dairy, units: 'imperial' as const }]) {
    for (const figure of figures(design).values()) {
      expect(figure.source.length).toBeGreaterThan(10);
      if (figure.value !== null && figure.quantity !== 'count') expect(figure.shown.unit).not.toBe('');
    }
  }
});

it('says what is missing as a dash, never as a number', () => {
  const empty = { ...dairy, uses: {} };
  const made = figures(empty);
  for (const id of ['bank.days', 'array.ratio', 'load.heaviest', 'load.start']) {
    expect(made.get(id)).toMatchObject({ value: null, shown: { number: '–' } });
  }
});

it('puts temperatures in the job’s units and keeps its own', () => {
  const imperial = figures({ ...withValueAt(dairy, '/place/low', chosen(-20)), units: 'imperial' });
  expect(imperial.get('climate.low')).toMatchObject({ value: -20, shown: { number: '−4', unit: '°F' } });
});
