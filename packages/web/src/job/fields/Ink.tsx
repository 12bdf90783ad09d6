import type { Figure } from '@ivolt/core';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from '../store';
import { jobActions } from '../jobSlice';
import { useReading } from '../../ui/reading';
import { color } from '../../ui/tokens';

const Press = styled.button`
  border: 0;
  background: none;
  padding: 1px 0;
  min-height: 24px;
  cursor: help;
  text-align: inherit;
  &:hover {
    text-decoration: underline dotted ${color.soft};
    text-underline-offset: 3px;
  }
  &[data-open='true'] {
    box-shadow: 0 2px 0 ${color.ink};
  }
`;

/** A figure as it is read: its number and unit. */
export const figureText = (figure: Figure | undefined) =>
  figure ? `${figure.shown.number}\u00a0${figure.shown.unit}` : '–';

/** A computed figure: inked, and opens its working when pressed or focused by key. */
export function Ink({ id, text, title }: { id: string; text?: string; title?: string }) {
  const dispatch = useAppDispatch();
  const label = useAppSelector(({ job }) => job.evaluation?.figures[id]?.label);
  const value = useAppSelector(({ job }) => figureText(job.evaluation?.figures[id]));
  const open = useAppSelector(({ job }) => job.focus.figureId === id);
  const shown = text ?? value;
  if (useReading()) return <>{shown}</>;
  return (
    <Press
      type="button"
      data-open={open}
      aria-label={`${title ?? label ?? ''} ${shown}, show the working`}
      onClick={() => dispatch(jobActions.figureFocused(id))}
    >
      {shown}
    </Press>
  );
}
