import { useRef, useState } from 'react';
import { keepRefused, refusedText } from '../refused';
import { useAppSelector } from '../store';
import { PencilWords } from './PencilWords';

type Reading<T> = { ok: true; value: T } | { ok: false; message: string };

/**
 * Something other than a figure that is typed as words, such as a date. What cannot be read stays as it was typed and
 * changes nothing, a beginning that could be read by itself neither.
 */
export function PencilRead<T>({
  place,
  label,
  hideLabel,
  chars,
  cell,
  value,
  show,
  inForce = show,
  read,
  onType,
  onChange,
}: {
  /** Where in the design it stands. */
  place: string;
  label: string;
  hideLabel?: boolean;
  chars: number;
  cell?: string;
  value: T;
  show: (value: T) => string;
  /** What is said to stay in force. */
  inForce?: (value: T) => string;
  read: (text: string) => Reading<T>;
  onType?: (text: string) => void;
  onChange: (value: T, session: string) => void;
}) {
  const jobId = useAppSelector(({ job }) => job.id ?? '');
  const [typed, setTyped] = useState(() => refusedText(jobId, place));
  const before = useRef(value);
  const reading = typed === null ? null : read(typed);
  const problem = reading && !reading.ok ? `${reading.message}. ${inForce(value)} stays in force` : null;
  return (
    <PencilWords
      label={label}
      hideLabel={hideLabel}
      text={typed ?? show(value)}
      chars={chars}
      problem={problem}
      cell={cell}
      onType={(next, session) => {
        setTyped(next);
        onType?.(next);
        const now = read(next);
        keepRefused(jobId, place, now.ok ? null : next);
        const taken = now.ok ? now.value : before.current;
        if (taken !== value) onChange(taken, session);
      }}
      onFocus={() => (before.current = value)}
      onLeave={() => problem === null && setTyped(null)}
    />
  );
}
