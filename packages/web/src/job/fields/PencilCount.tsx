import { PencilRead } from './PencilRead';

/** A whole number of the design that carries no source, such as panels in a string. */
export function PencilCount({
  place,
  value,
  label,
  most,
  cell,
  onChange,
}: {
  place: string;
  value: number;
  label: string;
  most: number;
  cell?: string;
  onChange: (value: number, session: string) => void;
}) {
  return (
    <PencilRead
      place={place}
      label={label}
      hideLabel
      chars={3}
      cell={cell}
      value={value}
      show={(count) => (count === 0 ? '' : String(count))}
      inForce={String}
      read={(text) => {
        const count = /^\d*$/.test(text.trim()) ? Number(text.trim() || 0) : NaN;
        return count <= most
          ? { ok: true, value: count }
          : { ok: false, message: `A whole number up to ${most}` };
      }}
      onChange={onChange}
    />
  );
}
