import { formatDayMonth, parseDayMonth } from '@ivolt/core';
import { PencilRead } from './PencilRead';

/** A day of the year, pencilled. */
export function PencilDate({
  place,
  label,
  date,
  onChange,
}: {
  place: string;
  label: string;
  date: string;
  onChange: (date: string, session: string) => void;
}) {
  return (
    <PencilRead
      place={place}
      label={label}
      chars={13}
      value={date}
      show={formatDayMonth}
      read={(text) => {
        const read = parseDayMonth(text);
        return read.ok ? { ok: true, value: read.date } : read;
      }}
      onChange={onChange}
    />
  );
}
