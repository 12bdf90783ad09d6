import { color } from '../ui/tokens';

/** A fill of parallel strokes, to be taken by its id. */
export function Hatch({
  id,
  gap,
  weight,
  ink = color.ink,
  turn = 45,
}: {
  id: string;
  /** From stroke to stroke, and how thick each is, px. */
  gap: number;
  weight: number;
  ink?: string;
  /** From upright, degrees clockwise. */
  turn?: number;
}) {
  return (
    <pattern
      id={id}
      width={gap}
      height={gap}
      patternUnits="userSpaceOnUse"
      patternTransform={`rotate(${turn})`}
    >
      <path d={`M0 0V${gap}`} stroke={ink} strokeWidth={weight} />
    </pattern>
  );
}
