import { useRef, useState } from 'react';
import { PencilWords } from './PencilWords';

/** A whole number of the design that carries no source, such as panels in a string. */
export function PencilCount({
  value,
  label,
  most,
  cell,
  onChange,
}: {
  value: number;
  label: string;
  most: number;
  cell?: string;
  onChange: (value: number, session: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (value === 0 ? '' : String(value));
  const read = /^\d*$/.test(text.trim()) ? Number(text.trim() || 0) : NaN;
  const problem = read <= most ? null : `A whole number up to ${most}. ${value} stays in force`;
  const before = useRef(value);
  return (
    <PencilWords
      label={label}
      hideLabel
      text={text}
      chars={3}
      problem={problem}
      cell={cell}
      onType={(next, session) => {
        setTyped(next);
        const wanted = /^\d*$/.test(next.trim()) ? Number(next.trim() || 0) : NaN;
        const taken = wanted <= most ? wanted : before.current;
        if (taken !== value) onChange(taken, session);
      }}
      onFocus={() => (before.current = value)}
      onLeave={() => problem === null && setTyped(null)}
    />
  );
}
