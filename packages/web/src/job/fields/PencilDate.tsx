import { formatDayMonth, parseDayMonth } from '@ivolt/core';
import { useRef, useState } from 'react';
import { PencilWords } from './PencilWords';

/** A day of the year, pencilled. */
export function PencilDate({
  label,
  date,
  onChange,
}: {
  label: string;
  date: string;
  onChange: (date: string, session: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const reading = typed === null ? null : parseDayMonth(typed);
  const before = useRef(date);
  const problem =
    reading && !reading.ok ? `${reading.message}. ${formatDayMonth(date)} stays in force` : null;
  return (
    <PencilWords
      label={label}
      text={typed ?? formatDayMonth(date)}
      chars={13}
      problem={problem}
      onType={(next, session) => {
        setTyped(next);
        const read = parseDayMonth(next);
        const taken = read.ok ? read.date : before.current;
        if (taken !== date) onChange(taken, session);
      }}
      onFocus={() => (before.current = date)}
      onLeave={() => problem === null && setTyped(null)}
    />
  );
}
