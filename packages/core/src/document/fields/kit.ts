import type { Quantity } from '../../units';
import type { Source } from '../entry';

export interface PlausibleError {
  size: number;
  /** Of the value, or in the field's own stored unit. */
  as: 'share' | 'amount';
  why: string;
}

export interface FieldSpec {
  label: string;
  quantity: Quantity;
  min: number;
  max: number;
  integer?: true;
  gloss: string;
  /** What a typed value counts as until the person says otherwise. */
  typed: Source;
  /** How far a guess of this kind is plausibly out. */
  error?: PlausibleError;
}

export const share = (size: number, why: string): PlausibleError => ({ size, as: 'share', why });
export const amount = (size: number, why: string): PlausibleError => ({ size, as: 'amount', why });

type Rest = Partial<Pick<FieldSpec, 'integer' | 'typed' | 'error'>>;
export const field = (
  label: string,
  quantity: Quantity,
  min: number,
  max: number,
  gloss: string,
  rest: Rest = {},
): FieldSpec => ({ label, quantity, min, max, gloss, typed: 'catalogue', ...rest });

export const choice: Rest = { typed: 'chosen' };
export const wholeChoice: Rest = { typed: 'chosen', integer: true };
export const guessed = (error: PlausibleError): Rest => ({ typed: 'guess', error });
/** Read off an instrument. */
export const measure: Rest = { typed: 'measured' };
export const sheet = (error: PlausibleError): Rest => ({ typed: 'catalogue', error });

export const gridError = share(0.16, 'the grid is within 16 % of station months as a root mean square');
