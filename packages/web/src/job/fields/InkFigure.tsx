import { FigureBlock } from '../../ui/FigureBlock';
import { Ink } from './Ink';

/** A computed figure standing by itself, inked, with what it is below. */
export const InkFigure = ({ id, label }: { id: string; label: string }) => (
  <FigureBlock label={label}>
    <Ink id={id} />
  </FigureBlock>
);
