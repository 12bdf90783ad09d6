import { storable } from '@ivolt/core';
import { useId, useRef, useState } from 'react';
import { FieldLabel } from '../../ui/controls';
import { Box, Field, Line, Wrong } from '../../ui/pencilParts';
import { ReadOnly, useReading } from '../../ui/reading';

interface WordsProps {
  label: string;
  hideLabel?: boolean;
  text: string;
  chars: number;
  /** Why the text cannot stand. */
  problem: string | null;
  cell?: string;
  /** Called as it is typed; one stay in the field is one session. */
  onType: (text: string, session: string) => void;
  onEnter?: () => void;
  onFocus?: () => void;
  onLeave?: () => void;
}

/** A pencilled line of words. */
export function PencilWords({
  label,
  hideLabel,
  text,
  chars,
  problem,
  cell,
  onType,
  onEnter,
  onFocus,
  onLeave,
}: WordsProps) {
  const session = useRef('');
  const [entered, setEntered] = useState<string | null>(null);
  const id = useId();
  if (useReading()) return <ReadOnly label={hideLabel ? undefined : label}>{text.trim()}</ReadOnly>;
  return (
    <Field>
      {hideLabel ? null : <FieldLabel htmlFor={id}>{label}</FieldLabel>}
      <Line>
        <Box
          id={id}
          $chars={chars}
          $end={false}
          value={text}
          maxLength={120}
          onChange={(event) => onType(storable(event.target.value), session.current)}
          onFocus={() => {
            session.current = `${label}@${Date.now()}`;
            setEntered(text);
            onFocus?.();
          }}
          onBlur={onLeave}
          onKeyDown={(event) => event.key === 'Enter' && onEnter?.()}
          autoComplete="off"
          aria-label={hideLabel ? label : undefined}
          aria-describedby={problem ? `${id}wrong` : undefined}
          aria-invalid={problem ? true : undefined}
          data-cell={cell}
          data-field
          data-typed={entered !== null && entered !== text ? true : undefined}
        />
      </Line>
      {problem ? <Wrong id={`${id}wrong`}>{problem}</Wrong> : null}
    </Field>
  );
}

/** A line of text of the design, such as a name. */
export function PencilText({
  value,
  label,
  hideLabel,
  onChange,
  chars,
  cell,
  onEnter,
  onFocus,
  required,
}: {
  value: string;
  label: string;
  hideLabel?: boolean;
  onChange: (value: string, session: string) => void;
  chars?: number;
  cell?: string;
  onEnter?: () => void;
  onFocus?: () => void;
  required?: boolean;
}) {
  const [empty, setEmpty] = useState(false);
  return (
    <PencilWords
      label={label}
      hideLabel={hideLabel}
      text={empty ? '' : value}
      chars={chars ?? Math.max(8, Math.min(40, value.length + 2))}
      problem={empty ? `${label} cannot be empty` : null}
      cell={cell}
      onType={(next, session) => {
        const blank = required === true && next.trim() === '';
        setEmpty(blank);
        if (!blank) onChange(next, session);
      }}
      onEnter={onEnter}
      onFocus={onFocus}
      onLeave={() => setEmpty(false)}
    />
  );
}
