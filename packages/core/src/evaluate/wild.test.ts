import { entriesOf, withValueAt, type Design } from '../document';
import { chosen, examples } from '../job';
import { clipPicture, curvesPicture } from '../pictures';
import { plainClimate } from '../testing/climates';
import { anywhereIn, edited, numbers } from '../testing/wild';
import { evaluate } from './evaluate';

const climateOf = ({ place, stops }: Design) => ({
  ...plainClimate(place.lat?.value ?? 41),
  stops: Object.fromEntries(Object.keys(stops).map((id) => [id, plainClimate(52)])),
});

/** Where something is no number, or a sentence speaks of what is none. */
function oddIn(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path} is ${value}`];
  if (typeof value === 'string') return /NaN|Infinity|undefined/.test(value) ? [`${path}: ${value}`] : [];
  if (typeof value !== 'object' || value === null) return [];
  if (ArrayBuffer.isView(value)) return oddIn([...(value as unknown as number[])], path);
  return Object.entries(value).flatMap(([key, inner]) => oddIn(inner, `${path}/${key}`));
}

it.each(examples().map(({ design }, i) => [design.name, design, i] as const))(
  'no design that may stand throws or answers what is no number: %s, edited wildly',
  (_, start, i) => {
    for (const design of edited(start, 40, 500 + i, 0.7)) {
      expect(oddIn(evaluate(design, climateOf(design), false))).toEqual([]);
      expect(oddIn(evaluate(design, null, false))).toEqual([]);
    }
  },
);

it('no figure throws or shows what is no number, wherever it stands in its range', () => {
  const dairy = examples().find(({ id }) => id === 'vale-do-junco')!.design;
  const climate = climateOf(dairy);
  const next = numbers(7);
  for (const [path] of entriesOf(dairy)) {
    const design = withValueAt(dairy, path, anywhereIn(path, next));
    expect(oddIn(evaluate(design, climate, false))).toEqual([]);
  }
});

describe('figures that belong to no panel', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  const module = '/arrays/a1/pile/sorts/k1/module';
  it.each<[string, readonly (readonly [string, unknown])[]]>([
    ['Vmp above Voc', [[`${module}/vmp`, chosen(90)]]],
    ['Imp above Isc', [[`${module}/imp`, chosen(30)]]],
    ['hardly any volts', [[`${module}/voc`, chosen(1)]]],
    [
      'all sorts with Vmp above Voc',
      ['k1', 'k2'].map((sort) => [`/arrays/a1/pile/sorts/${sort}/module/vmp`, chosen(150)] as const),
    ],
    ['an input whose window is inside out', [['/controllers/c1/minVolts', chosen(400)]]],
  ])('are told and hurt nothing: %s', (_, changes) => {
    const design = changes.reduce<Design>((before, [path, value]) => withValueAt(before, path, value), honey);
    const climate = climateOf(design);
    expect(oddIn(evaluate(design, climate, false))).toEqual([]);
    expect(oddIn(clipPicture(design, climate, 'a1'))).toEqual([]);
    expect(oddIn(curvesPicture(design, climate, 'a1', null))).toEqual([]);
  });
});
