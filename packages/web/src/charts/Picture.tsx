import type { ScaleLinear } from 'd3-scale';
import type { ReactNode, Ref } from 'react';
import { color } from '../ui/tokens';
import { Svg } from './Svg';

/** A picture as wide as its place, told in words to those who do not see it. */
export function Picture({
  measure,
  width,
  height,
  says,
  role = 'img',
  children,
}: {
  /** Of `useWidth`. */
  measure: Ref<HTMLDivElement>;
  width: number;
  height: number;
  says: string;
  role?: 'img' | 'group';
  children: ReactNode;
}) {
  return (
    <div ref={measure}>
      <Svg height={height} viewBox={`0 0 ${width} ${height}`} role={role} aria-label={says}>
        {children}
      </Svg>
    </div>
  );
}

/** Figures up the left side of a picture, from the first above nothing. */
export const Ups = ({
  scale,
  x,
  many,
  write,
}: {
  scale: ScaleLinear<number, number>;
  /** Where they end. */
  x: number;
  many: number;
  write: (tick: number) => string;
}) =>
  scale
    .ticks(many)
    .filter((tick) => tick > 0)
    .map((tick) => (
      <text key={tick} x={x} y={scale(tick) + 4} textAnchor="end" fill={color.soft}>
        {write(tick)}
      </text>
    ));

/** Figures along the foot or the head of a picture. */
export const Alongs = ({
  at,
  x,
  y,
  write = String,
}: {
  at: readonly number[];
  x: (at: number) => number;
  y: number;
  write?: (at: number, index: number) => string;
}) =>
  at.map((each, index) => (
    <text key={each} x={x(each)} y={y} textAnchor="middle" fill={color.soft}>
      {write(each, index)}
    </text>
  ));
