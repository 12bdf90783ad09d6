import { calculate, type Facts } from '../calculate';
import { SHEETS, withValueAt, type Design } from '../document';
import { penFor } from '../figures';
import { chosen, examples } from '../job';
import { plainClimate } from '../testing/climates';
import { cabinOf, dcUse } from '../testing/cabin';
import { oneArray } from '../testing/dairy';
import { plain } from '../testing/plain';
import { answersOf, governingOf, marksOf } from './answers';
import { judge } from './evaluate';

const climate = plainClimate(41.6, { altitudeM: 640 });
const told = (design: Design, grid: typeof climate | null = climate) => {
  const answers = answersOf(calculate(design, grid), penFor(design.units));
  return Object.fromEntries(
    SHEETS.map((sheet) => [sheet, { lead: plain(answers[sheet].lead), rest: plain(answers[sheet].rest) }]),
  ) as Record<(typeof SHEETS)[number], { lead: string; rest: string }>;
};
const governing = (design: Design, grid: typeof climate | null = climate) =>
  governingOf(calculate(design, grid), penFor(design.units));

const lamp = dcUse(1, 'Lamp', 10, 5);
const pump = dcUse(2, 'Pump', 100, 3, { months: [5, 6, 7, 8] });

describe('the uses answer', () => {
  it('asks for a first use', () => {
    expect(told(cabinOf({})).uses).toEqual({
      lead: 'Nothing yet.',
      rest: 'Add the first use below, or paste rows from a spreadsheet.',
    });
  });
  it('names the heaviest month, the lightest, and what takes most of it', () => {
    // 10 W × 5 h, and 100 W × 3 h from May to August: 300 of 350 Wh are 86 %
    expect(told(cabinOf({ lamp, pump })).uses).toEqual({
      lead: '350 Wh a day in May.',
      rest: '50.0 Wh in January; Pump is 86 % of the heaviest day.',
    });
  });
  it('says so where all the months are alike', () => {
    expect(told(cabinOf({ lamp })).uses.rest).toBe(
      'About the same all the months in use; Lamp is 100 % of the heaviest day.',
    );
  });
  it('leaves out what waits for surplus or for later', () => {
    const uses = {
      lamp,
      pump: { ...pump, priority: 'surplus' as const },
      saw: dcUse(3, 'Saw', 900, 2, { stage: 1 }),
    };
    expect(told(cabinOf(uses)).uses).toEqual({
      lead: '50.0 Wh a day in January.',
      rest: 'About the same all the months in use; Lamp is 100 % of the heaviest day.',
    });
  });
  it('tells a full day from a mean one', () => {
    // 100 W × 4 h on two days of seven: 114 Wh a day in the mean
    const workshop = cabinOf({
      saw: dcUse(1, 'Saw', 100, 4, { days: 'week', given: { daysAWeek: chosen(2) } }),
    });
    expect(told(workshop).uses).toMatchObject({
      lead: '114 Wh a day in January.',
      rest: expect.stringMatching(/a full day takes 400 Wh\.$/),
    });
  });
});

describe('the place answer', () => {
  it('asks for a place', () => {
    expect(told(cabinOf({ lamp }), null).place.lead).toBe('No place yet.');
  });
  it('names the darkest and the brightest of the months in use, and the extremes', () => {
    const { place } = told(cabinOf({ pump }));
    // 4.2 + 2.4 cos: of May to August July, the seventh month, is brightest and May darkest
    const at = (month: number) => (4.2 + 2.4 * Math.cos(((month - 6) / 12) * 2 * Math.PI)).toFixed(2);
    expect(place.lead).toBe(`${at(4)} kWh/m² a day on the horizontal in May, ${at(6)} kWh/m² in July.`);
    expect(place.rest).toBe('On record between −13 °C and 41 °C.');
    const late = told(cabinOf({ pump: { ...pump, months: [7, 8, 9] } })).place;
    expect(late.lead).toMatch(/ in September, .* in July\.$/);
  });
  it('counts all months where nothing is used', () => {
    expect(told(cabinOf({})).place.lead).toMatch(/in January, 6\.60 kWh\/m² in July/);
  });
});

describe('the bank answer', () => {
  const bank = (days: number, parallel: number) => {
    const design = cabinOf({ lamp });
    return {
      ...design,
      bank: { ...design.bank, days: chosen(days), parallel: chosen(parallel), coldest: chosen(25) },
    };
  };
  it('is not known without uses', () => {
    expect(told(cabinOf({})).bank).toMatchObject({
      lead: 'Not known yet.',
      rest: expect.stringMatching(/what it must carry comes from the uses\.$/),
    });
  });
  it('says how long it carries, and what governs its size', () => {
    // 25.6 V × 100 Ah, four fifths of it: 2 048 Wh for 50 a day
    const { lead, rest } = told(bank(2, 1)).bank;
    expect(lead).toBe('It carries 41 days.');
    expect(rest).toMatch(/^You asked for 2 days; 2\.05 kWh usable of 2\.56 kWh rated\./);
    expect(rest).toMatch(/(govern|governs) its size\.$/);
  });
  it('says what it would take where it falls short', () => {
    const { lead, rest } = told(bank(100, 1)).bank;
    expect(lead).toBe('Not so long: 41 days.');
    // 100 ÷ 41, with a tenth for margin, rounded up
    expect(rest).toMatch(/^You asked for 100 days, which takes 3 in parallel; /);
  });
});

describe('the array answer', () => {
  const strung = (count: number): Design =>
    withValueAt(
      withValueAt(
        withValueAt(oneArray(), '/arrays/a1/strings/series', chosen(3)),
        '/arrays/a1/strings/parallel',
        chosen(count / 3),
      ),
      '/arrays/a1/count',
      chosen(count),
    );
  const energy = (design: Design) => calculate(design, climate).energy!;
  it('waits for the place, then for the uses', () => {
    expect(told(strung(12), null).array.rest).toBe('The sun comes from the place.');
    expect(told({ ...strung(12), uses: {} }).array.rest).toBe('What is used comes from the uses.');
  });
  it.each([3, 6, 9, 12])('says whether %d are enough, and what the worst month asks for', (count) => {
    const design = strung(count);
    const { worst, loadRatio, governing: need } = energy(design);
    const { lead, rest } = told(design).array;
    const ratio = worst!.ratio!;
    expect(lead).toBe(
      ratio < 1 ? `${count} are too few.` : ratio < loadRatio ? `${count}, just.` : `${count} will do.`,
    );
    expect(rest).toContain(`asks for ${need!.modules}; there are ${count} in the strings.`);
    expect(rest).toMatch(/^In February an average day makes .* used\./);
  });
  it('says it in the singular', () => {
    const one = cabinOf({ lamp });
    const design = withValueAt(
      withValueAt(one, '/arrays/a1/count', chosen(1)),
      '/arrays/a1/strings/series',
      chosen(1),
    );
    expect(told(design).array.rest).toMatch(/there is 1 in the strings\.$/);
    const greedy = withValueAt(design, '/uses/lamp/watts', chosen(200));
    expect(told(greedy).array.lead).toBe('1 is too few.');
  });
  it('names the array it asks of where there are several', () => {
    const vale = examples()[1]!.design;
    const facts: Facts = calculate(vale, climate);
    expect(told(vale).array.rest).toContain(` of ${facts.lead.called}; there are`);
  });
});

describe('the strings answer', () => {
  const dairy = oneArray();
  const string = (series: number, parallel: number) =>
    withValueAt(
      withValueAt(dairy, '/arrays/a1/strings/series', chosen(series)),
      '/arrays/a1/strings/parallel',
      chosen(parallel),
    );
  it('waits for the place', () => {
    expect(told(dairy, null).strings).toEqual({
      lead: 'Not known yet.',
      rest: 'The record low and high come from the place.',
    });
  });
  it('refuses what the cold would destroy, and says what fits', () => {
    // 4 × 37.2 V × (1 + 0.0026 × 38)
    expect(told(string(4, 3)).strings).toMatchObject({
      lead: 'Not this one.',
      rest: expect.stringMatching(
        /^4 in series reach 163\.5 V on the coldest morning; the controller can be destroyed above 150 V\. 3 × \d fits, with 27\.4 V to spare\.$/,
      ),
    });
  });
  it('refuses what fails otherwise', () => {
    expect(told(string(1, 12)).strings.rest).toMatch(/^1 × 12 stays under 150 V, but fails otherwise\./);
  });
  it('lets stand what stays inside, with what it spans', () => {
    const { lead, rest } = told(string(3, 4)).strings;
    expect(lead).toBe('3 × 4 stands.');
    expect(rest).toMatch(
      /^From \d+(\.\d)? V working on the hottest afternoon to 122\.6 V open on the coldest morning, 27\.4 V under the limit\.$/,
    );
  });
  it('tells the tightest of several', () => {
    const vale = examples()[1]!.design;
    const two = withValueAt(
      withValueAt(vale, '/arrays/a1/strings/series', chosen(3)),
      '/arrays/a1/strings/parallel',
      chosen(4),
    );
    const { lead, rest } = told(two).strings;
    expect(lead).toBe('Every string stands.');
    expect(rest).toMatch(/^Tightest, Ground rack: from \d/);
  });
  it('tells how unlike panels go together', () => {
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    const { lead, rest } = told(honey).strings;
    const { pile } = calculate(honey, climate).lead;
    const lost = 100 * (1 - pile!.kWh / pile!.ownKWh);
    expect(lead).toBe(
      lost < 2 ? 'They go together.' : lost < 5 ? 'They nearly go together.' : 'They hold each other back.',
    );
    expect(rest).toMatch(/^\d+ panels on \d inputs? give away .* % of what each would make/);
    const low = { ...honey, controllers: { ...honey.controllers } };
    for (const id of Object.keys(low.controllers))
      low.controllers[id] = { ...low.controllers[id]!, maxVolts: chosen(60) };
    const { window, chosen: strung } = calculate(low, climate).lead.strings!;
    expect(strung.coldVocV).toBeGreaterThan(window.maxV);
    expect(told(low).strings).toMatchObject({
      lead: 'Not this one.',
      rest: expect.stringMatching(
        /^A string reaches .* on the coldest morning; its input can be destroyed above 60 V\.$/,
      ),
    });
    const nothing = withValueAt(honey, `/arrays/${calculate(honey, null).lead.id}/pile/strings`, {});
    expect(told(nothing).strings.lead).toBe('Nothing is strung yet.');
  });
});

describe('the governing figures', () => {
  it('stand for each sheet in the run', () => {
    expect(
      Object.fromEntries(Object.entries(governing(cabinOf({ lamp, pump }))).map(([k, v]) => [k, plain(v)])),
    ).toMatchObject({
      uses: '350 Wh a day, May',
      place: '−13 °C to 41 °C',
      bank: expect.stringMatching(/^24 V · .* usable$/),
      array: expect.stringMatching(/^\d+ × \d+ W$/),
      strings: expect.stringMatching(/^\d+ × \d+$/),
    });
  });
  it('say what is missing', () => {
    expect(governing(cabinOf({}), null)).toMatchObject({
      uses: '0 uses',
      place: 'not chosen yet',
      strings: 'waits for the place',
    });
  });
  it('count strings and sorts of a pile', () => {
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    expect(governing(honey)).toMatchObject({
      array: expect.stringMatching(/^11 of 3 sorts$/),
      strings: expect.stringMatching(/^\d strings?, not alike$/),
    });
  });
});

describe('the marks', () => {
  it('are the gravest of each sheet; what was let stand has none', () => {
    for (const { design } of examples()) {
      const { findings } = judge(design, climate);
      const marks = marksOf(findings);
      for (const sheet of SHEETS) {
        const here = findings.filter((finding) => finding.sheet === sheet);
        const grave = here.some(({ severity }) => severity === 'stop');
        const look = here.some(({ severity, acknowledged }) => severity === 'look' && !acknowledged);
        expect(marks[sheet]).toBe(grave ? 'stop' : look ? 'look' : undefined);
      }
    }
  });
});
