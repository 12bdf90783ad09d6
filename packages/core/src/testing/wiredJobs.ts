import { calculate } from '../calculate';
import { BLANK_CIRCUIT, withValueAt, type CircuitPlan, type Design } from '../document';
import { blankDesign, blankUse, chosen, examples, measured } from '../job';
import { plainClimate } from './climates';
import type { Wired, WiringFacts } from '../wiring';

export const climate = { ...plainClimate(44), stops: {} };
export const wiringOf = (design: Design): WiringFacts => calculate(design, climate).wiring;
export const run = (design: Design, key: string): Wired => {
  const found = wiringOf(design).wired.find(({ circuit }) => circuit.key === key);
  if (!found) throw new Error(`No circuit ${key}`);
  return found;
};
export const plan = (parts: Partial<CircuitPlan>): CircuitPlan => ({ ...BLANK_CIRCUIT, ...parts });
/** A design with more said of one of its circuits. */
export const said = (design: Design, key: string, parts: Partial<CircuitPlan>): Design =>
  withValueAt(design, `/wiring/circuits/${key}`, plan({ ...design.wiring.circuits[key], ...parts }));
export const jobs = (): Design[] => examples().map(({ design }) => design);
export const demo = (name: string): Design => jobs().find((design) => design.name.startsWith(name))!;
/** A shed with two panels in parallel, a lamp and a kettle. */
export const shed = (change: (design: Design) => Design = (design) => design): Design => {
  const design = blankDesign({ name: 'Shed', kind: 'shed', units: 'metric', busVolts: 12 });
  return change({
    ...design,
    place: { ...design.place, lat: chosen(44), lon: chosen(5) },
    uses: {
      lamp: { ...blankUse(1, 'Lamp'), watts: measured(20), hours: measured(4), supply: 'dc' },
      kettle: { ...blankUse(2, 'Kettle'), watts: measured(1100), hours: measured(0.3) },
    },
  });
};
