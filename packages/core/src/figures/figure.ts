import { remembered } from '../memo';
import type { Sheet } from '../document';
import { displayFigure, joined, type Quantity, type Shown, type UnitSystem } from '../units';

/** One line of a working: what it is, and the number as the job shows it. */
export interface Step {
  label: string;
  text: string;
}

/** A computed figure with the way it came about. */
export interface Figure {
  id: string;
  sheet: Sheet;
  label: string;
  /** In the unit its quantity is stored in; null while something it needs is missing. */
  value: number | null;
  quantity: Quantity;
  shown: Shown;
  steps: Step[];
  source: string;
  /** What the other schools would say, in a sentence. */
  others: string | null;
}

/** Shows numbers as the job wants them. */
export interface Pen {
  (value: number, quantity: Quantity): string;
  shown(value: number, quantity: Quantity): Shown;
}

/** One pen for each system. */
export const penFor = remembered('pen', (system: UnitSystem): Pen => {
  const shown = (value: number, quantity: Quantity) => displayFigure(value, quantity, system);
  return Object.assign((value: number, quantity: Quantity) => joined(shown(value, quantity)), { shown });
});

export interface FigureParts {
  steps?: Step[];
  source: string;
  others?: string | null;
}

export function figure(
  pen: Pen,
  id: string,
  sheet: Sheet,
  label: string,
  value: number | null,
  quantity: Quantity,
  { steps = [], source, others = null }: FigureParts,
): Figure {
  const shown = value === null ? { number: '–', unit: '' } : pen.shown(value, quantity);
  return { id, sheet, label, value, quantity, shown, steps, source, others };
}

/** The id of a figure or finding of one array: the plain one for the first. */
export const ofArray = (
  id: string,
  arrays: readonly { id: string }[],
  arrayId: string | undefined,
): string => (arrayId === undefined || arrays[0]?.id === arrayId ? id : `${id}:${arrayId}`);

export const step = (label: string, text: string): Step => ({ label, text });
