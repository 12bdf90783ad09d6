import { monthName, type GroupHours } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { area, stack } from 'd3-shape';
import { memo } from 'react';
import { color } from '../ui/tokens';
import { Hatch } from './Hatch';
import { Alongs, Picture, Ups } from './Picture';
import { useWidth } from './useWidth';

/** Ways to fill a group, so that none is told by colour alone; the largest at the foot in solid ink. */
const FILLS = ['solid', 'lean', 'rise', 'dots', 'cross', 'level', 'thin', 'blank'] as const;
const fillOf = (index: number) => (index === 0 ? color.ink : `url(#day-${FILLS[Math.min(index, 7)]})`);

const [TOP, FOOT, LEFT, HEIGHT] = [16, 24, 52, 230];
const NAME_ROW = 19;

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
      <Patterns />
      {sun ? (
        <>
          <rect
            x={x(sun[0])}
            width={x(sun[1]) - x(sun[0])}
            y={TOP}
            height={HEIGHT - FOOT - TOP}
            fill={color.sunWash}
          />
          <text x={x((sun[0] + sun[1]) / 2)} y={TOP - 4} textAnchor="middle" fill={color.soft}>
            sun up
          </text>
        </>
      ) : null}
      {layers.map((layer, i) => (
        <path
          key={shown[i]?.group}
          d={shape(layer) ?? ''}
          fill={fillOf(i)}
          stroke={color.ink}
          strokeWidth="1"
        />
      ))}
      <Ups scale={y} x={LEFT - 8} many={4} write={(tick) => `${tick} W`} />
      <Alongs at={[0, 6, 12, 18, 24]} x={x} y={HEIGHT - 7} />
      <path d={`M${LEFT} ${y(0)}H${plot - 8}`} stroke={color.ink} strokeWidth="1.5" />
      <Names groups={shown} month={month} at={width < 620 ? [0, HEIGHT + 8] : [plot + 6, TOP + 8]} />
    </Picture>
  );
});

function Names({
  groups,
  month,
  at: [left, top],
}: {
  groups: readonly GroupHours[];
  month: number;
  at: readonly [number, number];
}) {
  const from = groups.toReversed();
  return from.map(({ group, name, watts }, i) => {
    const wh = (watts[month - 1] ?? []).reduce((sum, w) => sum + w, 0);
    return (
      <g key={group} transform={`translate(${left} ${top + i * NAME_ROW})`}>
        <rect
          width="16"
          height="11"
          y={-9}
          fill={fillOf(groups.length - 1 - i)}
          stroke={color.ink}
          strokeWidth="1"
        />
        <text x={22}>
          {name}, {kwh(wh)}
        </text>
      </g>
    );
  });
}

const kwh = (wh: number) => (wh >= 1000 ? `${(wh / 1000).toFixed(2)} kWh` : `${Math.round(wh)} Wh`);

function Patterns() {
  return (
    <defs>
      <Hatch id="day-lean" turn={45} gap={5} weight={2.4} ground={color.paper} />
      <Hatch id="day-rise" turn={-45} gap={7} weight={2} ground={color.paper} />
      <Hatch id="day-level" turn={90} gap={5} weight={1.6} ground={color.paper} />
      <Hatch id="day-thin" turn={0} gap={6} weight={1} ground={color.paper} />
      <pattern id="day-dots" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill={color.paper} />
        <circle cx="3" cy="3" r="1.5" fill={color.ink} />
      </pattern>
      <pattern id="day-cross" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill={color.paper} />
        <path d="M0 0L8 8M8 0L0 8" stroke={color.ink} strokeWidth="1.2" />
      </pattern>
      <pattern id="day-blank" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill={color.paper} />
      </pattern>
    </defs>
  );
}

function describe(groups: readonly GroupHours[], month: number, sun: readonly [number, number] | null) {
  const parts = groups.map(({ name, watts }) => {
    const day = watts[month - 1] ?? [];
    return `${name} ${kwh(day.reduce((sum, w) => sum + w, 0))}, most at ${day.indexOf(Math.max(...day))}:00`;
  });
  const up = sun ? `; the sun is up from ${sun[0].toFixed(1)} to ${sun[1].toFixed(1)}` : '';
  return `A mean day of ${monthName(month)} by the hour: ${parts.join('; ')}${up}`;
}
