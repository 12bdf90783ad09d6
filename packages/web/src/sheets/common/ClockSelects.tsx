import type { DateOrder } from '@ivolt/core';
import { Select, type Choice } from '../../ui/Opener';

const ORDERS: readonly Choice<DateOrder>[] = [
  { id: 'day', label: 'day first', about: '3/2 is 3 February' },
  { id: 'month', label: 'month first', about: '3/2 is 2 March' },
];

/** Clocks of the world. */
const OFFSETS: readonly Choice<string>[] = [
  -12, -11, -10, -9.5, -9, -8, -7, -6, -5, -4, -3.5, -3, -2, -1, 0, 1, 2, 3, 3.5, 4, 4.5, 5, 5.5, 5.75, 6,
  6.5, 7, 8, 8.75, 9, 9.5, 10, 10.5, 11, 12, 12.75, 13, 14,
].map((hours) => ({
  id: String(hours),
  label: hours === 0 ? '0, universal time' : `${hours > 0 ? '+' : '−'}${Math.abs(hours)}`,
}));

/** Which figure of a date is first, where the year is last. */
export const DatesWritten = ({
  value,
  onChange,
}: {
  value: DateOrder;
  onChange: (order: DateOrder) => void;
}) => <Select label="Dates are written" value={value} choices={ORDERS} onChange={onChange} />;

/** Hours east of Greenwich. */
export const ClockFrom = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (hours: number) => void;
}) => (
  <Select
    label={label}
    value={String(value)}
    choices={OFFSETS}
    onChange={(hours) => onChange(Number(hours))}
  />
);
