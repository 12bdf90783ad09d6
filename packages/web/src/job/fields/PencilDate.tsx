import { formatDayMonth, parseDayMonth } from '@ivolt/core';
import { useState } from 'react';
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
  const problem = reading && !reading.ok ? reading.message : null;
  return (
    <PencilWords
      label={label}
      text={typed ?? formatDayMonth(date)}
      chars={13}
      problem={problem}
      onType={(next, session) => {
        setTyped(next);
        const read = parseDayMonth(next);
        if (read.ok && read.date !== date) onChange(read.date, session);
      }}
      onLeave={() => problem === null && setTyped(null)}
    />
  );
}
