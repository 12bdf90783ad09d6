import { calculate } from '../calculate';
import type { Design } from '../document';
import { examples } from '../job';
import { plainClimate } from '../testing/climates';
import { randomJob } from '../testing/randomJobs';
import { figuresOf, penFor, type Figure, type Step } from '.';

/*
 * What is shown as a working is arithmetic that anyone can do again: here it is done again from the texts alone, on
 * random jobs of every kind, and must come to the figure beside it.
 */

/** The number of a step's text in the unit its quantity is stored in: 7.59 kWh are 7590. */
function numberIn(text: string): number | null {
  const plain = text.replace(/[\u00a0\u2009\u202f]/g, ' ').trim();
  // so many panels of so many volts
  const [, many, each = ''] = /^(\d+) × (.+)$/.exec(plain) ?? [];
  if (many) return Number(many) * (numberIn(each) ?? NaN);
  const [, digits = '', unit = ''] = /(\d[\d\s.]*)\s*(\S*)/.exec(plain) ?? [];
  const value = Number(digits.replace(/\s/g, ''));
  if (digits === '' || !Number.isFinite(value)) return null;
  const scale = /^(kWh|kW|kA|kV)$/.test(unit) ? 1000 : unit === 'MWh' ? 1e6 : unit === 'min' ? 1 / 60 : 1;
  return value * scale;
}

/** A column read from the top: what has no sign is added to a list of its like, the others are done to what there is. */
function worked(steps: readonly Step[]): number | null {
  let sum: number | null = null;
  for (const { text } of steps) {
    const number = numberIn(text);
    if (number === null) return null;
    const sign = text.trim().charAt(0);
    if (sum === null) sum = number;
    else if (sign === '×') sum *= number;
    else if (sign === '÷') sum /= number;
    else if (sign === '−') sum -= number;
    else sum += number;
  }
  return sum;
}

/** Steps that only say where a factor comes from, and are not a part of the sum. */
const ASIDE = /^(of which|colder than|per kelvin|cell at|working volts at 25 °C of)/;
/** Workings whose steps are no plain sum: a formula with an exponent, and extremes of which one is told. */
const NO_SUM = /^(bank\.hours|strings\.given|load\.peak)/;

const jobs: (readonly [string, Design, ReturnType<typeof plainClimate>])[] = [
  ...examples().map(({ id, design }) => [id, design, plainClimate(41.6, { altitudeM: 640 })] as const),
  ...Array.from({ length: 40 }, (_, seed) => {
    const { design, climate } = randomJob(7000 + seed);
    return [`job ${seed}`, design, climate] as const;
  }),
];

const figuresIn = ([, design, climate]: (typeof jobs)[number]): Figure[] =>
  figuresOf(calculate(design, climate), penFor('metric'));

describe('a working comes to its figure', () => {
  it('when it is done again from its texts', () => {
    const wrong: string[] = [];
    const met = new Map<string, number>();
    for (const job of jobs) {
      for (const { id, value, quantity, steps } of figuresIn(job)) {
        const [kind = ''] = id.split(':');
        if (value === null || steps.length === 0 || NO_SUM.test(id)) continue;
        // of the inputs of a pile the largest is told
        if (/^input/.test(steps[0]?.label ?? '') && id.startsWith('strings.imp')) continue;
        const again = worked(steps.filter(({ label }) => !ASIDE.test(label)));
        if (again === null) continue;
        met.set(kind, (met.get(kind) ?? 0) + 1);
        const near =
          quantity === 'count'
            ? value >= Math.max(1, Math.ceil(again * 0.95)) && value <= Math.max(1, Math.ceil(again * 1.05))
            : Math.abs(again - value) <= 0.025 * Math.abs(value) + (quantity === 'energy' ? 1 : 0.06);
        if (!near)
          wrong.push(`${job[0]} ${id}: ${again} for ${value} (${steps.map(({ text }) => text).join(' ')})`);
      }
    }
    expect(wrong).toEqual([]);
    // and it was asked of each kind
    const kinds =
      'use load load.heaviest load.start sun made bank.usable bank.days bank.need bank.unitsNeeded ' +
      'array.ratio array.need array.watts strings.cold strings.hot strings.isc strings.imp ' +
      'strings.power strings.together power.continuous power.surge power.heat power.hours power.litres ' +
      'source.asked wire wire.drop wire.main wire.lost wire.metres wire.fault';
    for (const kind of kinds.split(' ')) expect([kind, (met.get(kind) ?? 0) > 3]).toEqual([kind, true]);
  });
});

describe('whatever the job', () => {
  it('figures are told whole: words and a number in each step, no figure that is none', () => {
    for (const job of jobs) {
      const figures = figuresIn(job);
      expect(new Set(figures.map(({ id }) => id)).size).toBe(figures.length);
      for (const { id, label, value, shown, steps, source, others, quantity } of figures) {
        const all = [
          label,
          source,
          others ?? '',
          shown.number,
          ...steps.flatMap(({ label: own, text }) => [own, text]),
        ];
        expect([job[0], id, all.filter((text) => /NaN|undefined|Infinity|null|object/.test(text))]).toEqual([
          job[0],
          id,
          [],
        ]);
        for (const { label: own, text } of steps) {
          expect([id, own]).not.toEqual([id, '']);
          expect([id, text]).toEqual([id, expect.stringMatching(/\d/)]);
        }
        if (value === null) expect([id, shown.number]).toEqual([id, '–']);
        else {
          expect([id, Number.isFinite(value)]).toEqual([id, true]);
          expect(shown).toEqual(penFor('metric').shown(value, quantity));
        }
        if (others !== null) expect([id, others.trim().endsWith('.')]).toEqual([id, true]);
      }
    }
  });
});
