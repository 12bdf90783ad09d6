import { memo } from 'react';
import { displayFigure, joined, type PowerPicture } from '@ivolt/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Picture, Ups } from './Picture';
import { tellStack } from './told';
import { useWidth } from './useWidth';

/** From a hundredth of a second to a working day. */
const [FROM_S, TO_S] = [0.01, 28_800];
/** A motor is up to speed after about this, s. Common practice. */
const START_S = 0.5;
const TICKS: readonly (readonly [seconds: number, name: string])[] = [
  [0.01, '10 ms'],
  [0.1, '0.1 s'],
  [1, '1 s'],
  [10, '10 s'],
  [60, '1 min'],
  [600, '10 min'],
  [3600, '1 h'],
];
const ROW = 17;
/** About as wide as "3880 W for hours" is in bold, px. */
const HOURS_PX = 112;

const watts = (value: number) => joined(displayFigure(value, 'power', 'metric'));

/**
 * Everything that runs at once laid on top of each other like boards, the hardest start upon them for its instant, along a
 * second hand that runs ten times faster with every stretch; the inverter is the step that nothing may stick out of.
 */
export const StackPicture = memo(function StackPicture({ picture }: { picture: PowerPicture }) {
  const [ref, width] = useWidth(734);
  const height = 290;
  const [top, foot, left] = [26, 26, 46];
  const right = width < 560 ? 8 : 196;
  const { bands, runningW, startExtraW, starts, limits } = picture;
  const most = Math.max(runningW + startExtraW, limits?.surgeW ?? 0);
  const y = scaleLinear([0, most * 1.05], [height - foot, top]);
  const x = scaleLog([FROM_S, TO_S], [left, width - right]);
  const edge = limits ? limitPath(limits, x, y) : '';
  let at = 0;
  const boards = bands.map((band) => {
    const from = at;
    at += band.watts;
    return { ...band, from, to: at };
  });
  const labels = spread(boards.map(({ from, to }) => y((from + to) / 2) + 4));
  const names = width >= 560;
  // beside the end of the overload, or below the line where that is too near
  const roomy = limits !== null && x(TO_S) - x(Math.min(TO_S, Math.max(FROM_S, limits.overloadS))) > HOURS_PX;
  // above the block where there is room under the surge, else in it
  const over = y(runningW + startExtraW);
  const roof = limits && limits.surgeW > runningW + startExtraW ? y(limits.surgeW) : 0;
  const startLabel = over - roof > 2 * ROW + 12 ? over - ROW - 7 : over + 19;
  return (
    <div style={{ marginTop: 22 }}>
      <Picture measure={ref} width={width} height={height} says={tellStack(picture)}>
        <text x={0} y={12} fill={color.soft}>
          watts on AC
        </text>
        <Ups
          scale={y}
          x={left - 8}
          many={5}
          write={(tick) => (tick >= 1000 ? `${tick / 1000} k` : `${tick}`)}
        />
        {boards.map(({ name, from, to }, i) => (
          <g key={`${name}-${i}`}>
            <rect
              data-board={i}
              x={x(FROM_S)}
              width={x(TO_S) - x(FROM_S)}
              y={y(to)}
              height={y(from) - y(to)}
              fill={i % 2 === 0 ? color.wood : color.paper}
              stroke={color.ink}
            />
            {names || y(from) - y(to) > ROW + 6 ? (
              <text x={names ? x(TO_S) + 10 : x(FROM_S) + 8} y={names ? labels[i] : y((from + to) / 2) + 5}>
                {short(name, 19)} <tspan fill={color.soft}>{watts(to - from)}</tspan>
              </text>
            ) : null}
          </g>
        ))}
        {startExtraW > 0 ? (
          <HatchedRect
            name="start"
            x={x(FROM_S)}
            width={x(START_S) - x(FROM_S)}
            y={y(runningW + startExtraW)}
            height={y(runningW) - y(runningW + startExtraW)}
            gap={5}
            weight={1.7}
            ink={color.ink}
            outline={color.ink}
          />
        ) : null}
        {limits ? (
          <>
            <path d={edge} fill="none" stroke={color.stored} strokeWidth="3.2" />
            <text
              x={x(TO_S) - 4}
              y={y(limits.continuousW) + (roomy ? -8 : ROW + 2)}
              textAnchor="end"
              fill={color.stored}
              fontWeight={700}
              stroke={color.paper}
              strokeWidth="4"
              paintOrder="stroke"
            >
              {watts(limits.continuousW)} for hours
            </text>
            <text
              x={x(FROM_S) + 6}
              y={Math.max(12, y(limits.surgeW) - 7)}
              fill={color.stored}
              fontWeight={700}
            >
              {watts(limits.surgeW)} for {limits.surgeS} s
            </text>
          </>
        ) : null}
        {startExtraW > 0
          ? [`${short(starts ?? 'it', 20)} starts`, `${watts(runningW + startExtraW)} in all`].map(
              (line, i) => (
                <text
                  key={line}
                  x={x(FROM_S) + 8}
                  y={startLabel + i * ROW}
                  fontWeight={700}
                  stroke={color.paper}
                  strokeWidth="4"
                  paintOrder="stroke"
                >
                  {line}
                </text>
              ),
            )
          : null}
        {TICKS.filter(([seconds]) => width >= 560 || ![0.1, 10, 600].includes(seconds)).map(
          ([seconds, name]) => (
            <g key={name}>
              <path d={`M${x(seconds)} ${y(0)}v5`} stroke={color.ink} />
              <text
                x={x(seconds)}
                y={height - 6}
                textAnchor={seconds === FROM_S ? 'start' : 'middle'}
                fill={color.soft}
              >
                {name}
              </text>
            </g>
          ),
        )}
        <path d={`M${left} ${y(0)}H${x(TO_S)}`} stroke={color.ink} strokeWidth="1.5" />
      </Picture>
    </div>
  );
});

const short = (name: string, most: number) => (name.length > most ? `${name.slice(0, most - 1)}…` : name);

/** What the inverter carries, a step down at the end of its surge and of its overload. */
function limitPath(
  { continuousW, overloadW, overloadS, surgeW, surgeS }: NonNullable<PowerPicture['limits']>,
  x: (seconds: number) => number,
  y: (watts: number) => number,
): string {
  const end = (seconds: number) => x(Math.min(TO_S, Math.max(FROM_S, seconds)));
  const over = Math.max(overloadW, continuousW);
  return `M${x(FROM_S)} ${y(surgeW)}H${end(surgeS)}V${y(over)}H${end(Math.max(surgeS, overloadS))}V${y(continuousW)}H${x(TO_S)}`;
}

/** Lines of text that do not lie on one another, from the foot up. */
function spread(wanted: readonly number[]): number[] {
  let last = Infinity;
  return wanted.map((at) => (last = Math.min(at, last - ROW)));
}
