import { displayFigure, joined, type CurveLine, type CurvesPicture } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { curveMonotoneX, line } from 'd3-shape';
import { memo } from 'react';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Alongs, Picture, Ups } from './Picture';
import { useWidth } from './useWidth';

type Input = CurvesPicture['inputs'][number];

const [LEFT, RIGHT, TOP, PLOT, GAP, FOOT] = [46, 12, 18, 190, 26, 30];

/** Each curve by its stroke as well as its ink. */
const STROKES: Readonly<Record<CurveLine['id'], { ink: string; dash?: string; weight: number }>> = {
  standard: { ink: color.ink, weight: 2.4 },
  cold: { ink: color.stored, dash: '13 5', weight: 1.8 },
  hot: { ink: color.act, dash: '3 6', weight: 1.8 },
  usual: { ink: color.pencil, dash: '14 5 3 5', weight: 1.8 },
  shaded: { ink: color.ink, dash: '2 6', weight: 3 },
};

const watts = (value: number) => joined(displayFigure(value, 'power', 'metric'));

/** Amps and watts over volts of one input, in the job's own light, within the input's window. */
export const CurvePicture = memo(function CurvePicture({
  input,
  shown,
}: {
  input: Input;
  shown: readonly string[];
}) {
  const [ref, width] = useWidth(734);
  const lines = input.lines.filter(({ id }) => shown.includes(id));
  const mostV = Math.max(input.fromV * 1.2, ...input.lines.map(({ vocV }) => vocV)) * 1.04;
  const mostA = Math.max(0.1, ...input.lines.map(({ iscA }) => iscA)) * 1.12;
  const mostW = Math.max(1, ...input.lines.map(({ peaks }) => peaks[0]?.watts ?? 0)) * 1.16;
  const x = scaleLinear([0, mostV], [LEFT, width - RIGHT]);
  const from = x(Math.min(mostV, input.fromV));
  const late = from > width - 120;
  const amps = scaleLinear([0, mostA], [TOP + PLOT, TOP]);
  const second = TOP + PLOT + GAP;
  const power = scaleLinear([0, mostW], [second + PLOT, second]);
  const height = second + PLOT + FOOT;
  const drawnA = line<CurveLine['points'][number]>(
    ([v]) => x(v),
    ([, i]) => amps(i),
  )
    .digits(1)
    .curve(curveMonotoneX);
  const drawnW = line<CurveLine['points'][number]>(
    ([v]) => x(v),
    ([v, i]) => power(v * i),
  )
    .digits(1)
    .curve(curveMonotoneX);
  const volts = x.ticks(width < 480 ? 4 : 8);
  return (
    <Picture measure={ref} width={width} height={height} says={describe(input, lines)}>
      {[TOP, second].map((y) => (
        <g key={y}>
          <HatchedRect
            name="low"
            x={LEFT}
            y={y}
            width={from - LEFT}
            height={PLOT}
            gap={7}
            weight={1.4}
            ink={color.hatch}
            turn={-45}
          />
          {input.maxV < mostV ? (
            <rect
              x={x(input.maxV)}
              y={y}
              width={width - RIGHT - x(input.maxV)}
              height={PLOT}
              fill={color.wash}
            />
          ) : null}
          <path
            d={`M${LEFT} ${y}V${y + PLOT}H${width - RIGHT}`}
            fill="none"
            stroke={color.ink}
            strokeWidth="1.2"
          />
        </g>
      ))}
      <text
        x={from + (late ? -4 : 4)}
        y={TOP + PLOT - 6}
        textAnchor={late ? 'end' : 'start'}
        fill={color.soft}
      >
        charges from {Math.round(input.fromV)} V
      </text>
      <Ups scale={amps} x={LEFT - 7} many={4} write={(tick) => `${tick} A`} />
      <Ups
        scale={power}
        x={LEFT - 7}
        many={4}
        write={(tick) => (tick >= 1000 ? `${tick / 1000} kW` : `${tick} W`)}
      />
      <Alongs
        at={volts}
        x={x}
        y={height - 10}
        write={(at, i) => `${at}${i === volts.length - 1 ? ' V' : ''}`}
      />
      {lines.map(({ id, points }) => (
        <g
          key={id}
          fill="none"
          stroke={STROKES[id].ink}
          strokeWidth={STROKES[id].weight}
          strokeDasharray={STROKES[id].dash}
        >
          <path d={drawnA(apart(points, ([v, i]) => [x(v), amps(i)])) ?? ''} />
          <path d={drawnW(apart(points, ([v, i]) => [x(v), power(v * i)])) ?? ''} />
        </g>
      ))}
      {lines.flatMap(({ id, peaks }) =>
        peaks.map((peak, i) => (
          <g key={`${id} ${i}`}>
            <circle
              cx={x(peak.volts)}
              cy={power(peak.watts)}
              r={i === 0 ? 4 : 3}
              fill={i === 0 ? STROKES[id].ink : color.paper}
              stroke={STROKES[id].ink}
            />
            {id === 'standard' || id === 'shaded' ? (
              <text
                x={x(peak.volts)}
                y={power(peak.watts) + (id === 'shaded' ? 19 : -9)}
                textAnchor="middle"
                fontWeight={i === 0 ? 700 : 400}
                paintOrder="stroke"
                stroke={color.paper}
                strokeWidth={4}
              >
                {watts(peak.watts)}
              </text>
            ) : null}
          </g>
        )),
      )}
    </Picture>
  );
});

/** A stroke as it is drawn, beside the name it stands for. */
export function StrokeSample({ id }: { id: CurveLine['id'] }) {
  const { ink, dash, weight } = STROKES[id];
  return (
    <svg width="34" height="10" aria-hidden>
      <path d="M0 5H34" stroke={ink} strokeWidth={weight} strokeDasharray={dash} />
    </svg>
  );
}

/** Points of a curve that stand apart where it is drawn, px; the last one always. */
function apart<P>(points: readonly P[], at: (point: P) => readonly [number, number]): P[] {
  let last: readonly [number, number] | null = null;
  return points.filter((point, i) => {
    const here = at(point);
    if (last && i < points.length - 1 && Math.hypot(here[0] - last[0], here[1] - last[1]) < 2) return false;
    last = here;
    return true;
  });
}

function describe({ input, fromV, maxV }: Input, lines: readonly CurveLine[]): string {
  const told = lines.map(({ name, vocV, iscA, peaks }) => {
    const [best, ...others] = peaks;
    const tops = best
      ? `best ${Math.round(best.watts)} watts at ${Math.round(best.volts)} volts${others.length > 0 ? `, with ${others.length} lower top${others.length > 1 ? 's' : ''}` : ''}`
      : 'no power';
    return `${name}: ${Math.round(vocV)} volts open, ${iscA.toFixed(1)} amps short, ${tops}`;
  });
  return `Curves of input ${input}, window from ${Math.round(fromV)} to ${Math.round(maxV)} volts. ${told.join('. ')}`;
}
