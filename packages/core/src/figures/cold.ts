import type { StringsResult } from '../strings';
import { figure, type Figure, type FigureParts, type Pen } from './figure';

/** Open-circuit volts on the coldest morning, of alike strings or of a pile, against the limit of the input. */
export const coldFigure = (pen: Pen, { chosen, window }: StringsResult, parts: FigureParts): Figure =>
  figure(
    pen,
    'strings.cold',
    'strings',
    `cold, limit ${pen(window.maxV, 'voltage')}`,
    chosen.coldVocV,
    'voltage',
    parts,
  );
