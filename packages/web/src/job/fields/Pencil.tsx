import {
  defaultUnit,
  displayEntered,
  formatCoordinate,
  joined,
  parseCoordinate,
  parseQuantity,
  valueProblem,
  type Entry,
  type FieldSpec,
  type UnitSystem,
} from '@ivolt/core';
import { memo, useId, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { useAppDispatch, useAppSelector } from '../store';
import { typeFigure } from '../edits';
import { useEntry } from '../hooks';
import { jobActions } from '../jobSlice';
import { keepRefused, refusedText } from '../refused';
import { FieldLabel, Hidden } from '../../ui/controls';
import { Box, Field, Line, Wrong } from '../../ui/pencilParts';
import { ReadOnly, useReading } from '../../ui/reading';

type Axis = 'latitude' | 'longitude';
const isAxis = (quantity: string): quantity is Axis => quantity === 'latitude' || quantity === 'longitude';

function shownText(entry: Entry | undefined, spec: FieldSpec, unit: string): string {
  if (!entry) return '';
  if (isAxis(spec.quantity)) return formatCoordinate(entry.value, spec.quantity);
  return joined(displayEntered(entry.value, spec.quantity, unit));
}

type Read = { ok: true; value: number; guessed: boolean; unit?: string } | { ok: false; message: string };

/** What the text says, checked against the field's range. */
export function readField(text: string, path: string, spec: FieldSpec, unit: string): Read {
  const axis = isAxis(spec.quantity) ? parseCoordinate(text, spec.quantity) : null;
  const parsed: Read = axis
    ? axis.ok
      ? { ...axis, guessed: false }
      : axis
    : parseQuantity(text, spec.quantity, unit);
  if (!parsed.ok) return parsed;
  const show = (value: number) => joined(displayEntered(value, spec.quantity, unit));
  const problem = valueProblem(path, parsed.value, show);
  return problem ? { ok: false, message: problem } : parsed;
}

export interface PencilProps {
  path: string;
  label?: string;
  hideLabel?: boolean;
  /** Shown in light ink where nothing is typed: what is taken instead, in the stored unit. */
  fallback?: number | null;
  /** True where an empty field is an answer. */
  optional?: boolean;
  /** True where what is taken instead is said elsewhere to be a guess. */
  quiet?: boolean;
  chars?: number;
  align?: 'start' | 'end';
  cell?: string;
  onEnter?: () => void;
  after?: ReactNode;
}

/** A figure a person may change: pencilled, read as typed, kept as text while it cannot be read. */
export const Pencil = memo(function Pencil({
  path,
  label,
  hideLabel,
  fallback,
  optional,
  quiet,
  chars,
  align = 'start',
  cell,
  onEnter,
  after,
}: PencilProps) {
  const dispatch = useAppDispatch();
  const { entry, spec } = useEntry(path);
  const system = useAppSelector(({ job }): UnitSystem => job.design?.units ?? 'metric');
  const unit = entry?.unit ?? defaultUnit(spec.quantity, system);
  const jobId = useAppSelector(({ job }) => job.id ?? '');
  const [typed, setTyped] = useState(() => refusedText(jobId, path));
  const session = useRef('');
  /** What was in force when the field was entered, and comes back where the whole text cannot be taken. */
  const before = useRef<Entry | null>(entry ?? null);

  const shown = shownText(entry, spec, unit);
  const text = typed ?? shown;
  const problem = useMemo(() => {
    if (typed === null || (optional && typed.trim() === '')) return null;
    const read = readField(typed, path, spec, unit);
    return read.ok ? null : read.message;
  }, [typed, optional, path, spec, unit]);
  const usual =
    fallback === undefined || fallback === null ? '' : joined(displayEntered(fallback, spec.quantity, unit));
  const inForce = shown || usual ? `${shown || usual} stays in force` : 'It stays empty';
  const guess = entry?.from === 'guess' || (!entry && !quiet && fallback !== undefined && fallback !== null);

  const put = (next: Entry | null) => {
    if (next !== (entry ?? null)) dispatch(typeFigure(path, next, session.current));
  };
  const change = (next: string) => {
    setTyped(next);
    if (optional && next.trim() === '') {
      keepRefused(jobId, path, null);
      return put(null);
    }
    const read = readField(next, path, spec, unit);
    keepRefused(jobId, path, read.ok ? null : next);
    // a beginning that read as a figure of its own was none: the whole text counts
    if (!read.ok) return put(before.current);
    if (next === shown || read.value === entry?.value) return;
    const from = read.guessed ? 'guess' : spec.typed;
    const otherUnit = entry?.unit ? { unit: entry.unit } : {};
    put({ value: read.value, from, ...otherUnit });
  };
  const letGo = () => {
    keepRefused(jobId, path, null);
    setTyped(null);
  };

  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Escape' && typed !== null) {
      event.stopPropagation();
      put(before.current);
      letGo();
    } else if (event.key === 'Enter') onEnter?.();
  };

  const id = useId();
  const width = chars ?? Math.max(4, Math.min(18, text.length + 1));
  const notes = [guess ? `${id}guess` : '', problem ? `${id}wrong` : ''].filter(Boolean).join(' ');
  const held = shown || usual;
  if (useReading())
    return held ? (
      <ReadOnly label={hideLabel ? undefined : (label ?? spec.label)}>
        {guess ? `${held} (a guess)` : held}
      </ReadOnly>
    ) : null;
  return (
    <Field>
      {hideLabel ? null : <FieldLabel htmlFor={id}>{label ?? spec.label}</FieldLabel>}
      <Line>
        <Box
          id={id}
          $chars={width}
          $end={align === 'end'}
          value={text}
          onChange={(event) => change(event.target.value)}
          onKeyDown={keys}
          onFocus={(event) => {
            session.current = `${path}@${Date.now()}`;
            before.current = entry ?? null;
            dispatch(jobActions.fieldFocused(path));
            event.currentTarget.select();
          }}
          onBlur={() => problem === null && setTyped(null)}
          placeholder={usual || undefined}
          autoComplete="off"
          spellCheck={false}
          aria-label={hideLabel ? (label ?? spec.label) : undefined}
          aria-describedby={notes || undefined}
          aria-invalid={problem === null ? undefined : true}
          data-cell={cell}
          data-path={path}
          data-field
          data-typed={typed !== null && typed !== shown ? true : undefined}
        />
        {guess ? <sup aria-hidden>?</sup> : null}
        {after}
      </Line>
      {guess ? <Hidden id={`${id}guess`}>a guess</Hidden> : null}
      {problem === null ? null : <Wrong id={`${id}wrong`}>{`${problem}. ${inForce}`}</Wrong>}
    </Field>
  );
});
