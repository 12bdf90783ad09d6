import { monthName, type GroupHours } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { area, stack } from 'd3-shape';
import { memo } from 'react';
import { color } from '../ui/tokens';
import { Alongs, Picture, Ups } from './Picture';
import { strokesIn, type Rect } from './HatchedRect';
import { useWidth } from './useWidth';

/** Strokes that fill a group, so that none is told by colour alone; the largest at the foot in solid ink, the last blank. */
const FILLS: readonly (readonly { turn: number; gap: number; weight: number; dash?: string }[])[] = [
  [],
  [{ turn: 45, gap: 5, weight: 2.4 }],
  [{ turn: -45, gap: 7, weight: 2 }],
  [{ turn: 0, gap: 6, weight: 3, dash: '0 6' }],
  [
    { turn: 45, gap: 6, weight: 1.2 },
    { turn: -45, gap: 6, weight: 1.2 },
  ],
  [{ turn: 90, gap: 5, weight: 1.6 }],
  [{ turn: 0, gap: 6, weight: 1 }],
  [],
];

/** Rectangles filled the way of their place in the row, with an outline round them all. */
function Filled({ rects, outline, index }: { rects: readonly Rect[]; outline: string; index: number }) {
  const strokes = FILLS[Math.min(index, FILLS.length - 1)] ?? [];
  return (
    <>
      <path d={outline} fill={index === 0 ? color.ink : color.paper} />
      {strokes.map(({ weight, dash, ...how }) => (
        <path
          key={how.turn}
          d={rects.map((rect) => strokesIn(rect, how)).join('')}
          stroke={color.ink}
          strokeWidth={weight}
          strokeDasharray={dash}
          strokeLinecap={dash ? 'round' : undefined}
          fill="none"
        />
      ))}
      <path d={outline} fill="none" stroke={color.ink} strokeWidth="1" />
    </>
  );
}

const [TOP, FOOT, LEFT, HEIGHT] = [16, 24, 52, 230];
const [NAME_ROW, NAME_ROW_BESIDE] = [19, 31];
/** Of a name beside the hours. */
const MOST_LETTERS = 19;

/** A mean day by the hour, stacked by group, over the hours the sun is up. */
export const DayHours = memo(function DayHours({
  groups,
  sun,
  month,
}: {
  groups: readonly GroupHours[];
  sun: readonly [number, number] | null;
  /** 1–12. */
  month: number;
}) {
  const [ref, width] = useWidth(700);
  const shown = groups.filter(({ watts }) => (watts[month - 1] ?? []).some((w) => w > 0));
  const names = width < 620 ? width : 170;
  const plot = width < 620 ? width : width - names;
  const height = width < 620 ? HEIGHT + shown.length * NAME_ROW + 6 : HEIGHT;
  const most = Math.max(
    1,
    ...Array.from({ length: 24 }, (_, hour) =>
      groups.reduce((sum, { watts }) => sum + (watts[month - 1]?.[hour] ?? 0), 0),
    ),
  );
  const x = scaleLinear([0, 24], [LEFT, plot - 8]);
  const y = scaleLinear([0, most * 1.06], [HEIGHT - FOOT, TOP]);
  // each hour as a step
  const hours = Array.from({ length: 24 }, (_, hour) => hour).flatMap((hour) => [
    { hour, at: hour },
    { hour, at: hour + 1 },
  ]);
  const layers = stack<(typeof hours)[number], number>()
    .keys(shown.map((_, i) => i))
    .value(({ hour }, i) => shown[i]?.watts[month - 1]?.[hour] ?? 0)(hours);
  const shape = area<(typeof layers)[number][number]>()
    .x(({ data }) => x(data.at))
    .y0(([low]) => y(low))
    .y1(([, high]) => y(high));
  return (
    <Picture measure={ref} width={width} height={height} says={describe(shown, month, sun)}>
      {sun ? (
        <>
          <rect
            x={x(sun[0])}
            width={x(sun[1]) - x(sun[0])}
            y={TOP}
            height={HEIGHT - FOOT - TOP}
            fill={color.sunWash}
            stroke={color.sun}
            strokeDasharray="2 3"
          />
          <text x={x((sun[0] + sun[1]) / 2)} y={TOP - 4} textAnchor="middle" fill={color.soft}>
            sun up
          </text>
        </>
      ) : null}
      {layers.map((layer, i) => (
        <Filled
          key={shown[i]?.group}
          rects={layer.flatMap(([low, high], j) =>
            j % 2 === 0
              ? { x: x(j / 2), width: x(j / 2 + 1) - x(j / 2), y: y(high), height: y(low) - y(high) }
              : [],
          )}
          outline={shape(layer) ?? ''}
          index={i}
        />
      ))}
      <Ups scale={y} x={LEFT - 8} many={4} write={(tick) => `${tick} W`} />
      <Alongs at={[0, 6, 12, 18, 24]} x={x} y={HEIGHT - 7} />
      <path d={`M${LEFT} ${y(0)}H${plot - 8}`} stroke={color.ink} strokeWidth="1.5" />
      <Names
        groups={shown}
        month={month}
        at={width < 620 ? [0, HEIGHT + 8] : [plot + 6, TOP + 8]}
        beside={width >= 620}
      />
    </Picture>
  );
});

function Names({
  groups,
  month,
  at: [left, top],
  beside,
}: {
  groups: readonly GroupHours[];
  month: number;
  at: readonly [number, number];
  /** In a column beside the hours, where a long name is cut; else under them. */
  beside: boolean;
}) {
  const row = beside ? NAME_ROW_BESIDE : NAME_ROW;
  return groups.toReversed().map(({ group, name, watts }, i) => {
    const wh = (watts[month - 1] ?? []).reduce((sum, w) => sum + w, 0);
    const index = groups.length - 1 - i;
    return (
      <g key={group} transform={`translate(${left} ${top + i * row})`}>
        <Filled rects={[{ x: 0, y: -9, width: 16, height: 11 }]} outline="M0 -9h16v11h-16z" index={index} />
        {beside ? (
          <text>
            <title>{name}</title>
            <tspan x={22}>{name.length > MOST_LETTERS ? `${name.slice(0, MOST_LETTERS - 1)}…` : name}</tspan>
            <tspan x={22} dy={14} fill={color.soft}>
              {kwh(wh)}
            </tspan>
          </text>
        ) : (
          <text x={22}>
            {name}, {kwh(wh)}
          </text>
        )}
      </g>
    );
  });
}

const kwh = (wh: number) => (wh >= 1000 ? `${(wh / 1000).toFixed(2)} kWh` : `${Math.round(wh)} Wh`);

function describe(groups: readonly GroupHours[], month: number, sun: readonly [number, number] | null) {
  const parts = groups.map(({ name, watts }) => {
    const day = watts[month - 1] ?? [];
    const [least, most] = [Math.min(...day), Math.max(...day)];
    const when = most - least < 0.05 * most ? 'alike all day' : `most at ${day.indexOf(most)}:00`;
    return `${name} ${kwh(day.reduce((sum, w) => sum + w, 0))}, ${when}`;
  });
  const up = sun ? `; the sun is up from ${sun[0].toFixed(1)} to ${sun[1].toFixed(1)}` : '';
  return `A mean day of ${monthName(month)} by the hour: ${parts.join('; ')}${up}`;
}
