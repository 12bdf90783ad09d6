import type { HourLine } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { memo } from 'react';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Alongs, Picture, Ups } from './Picture';
import { tellDay } from './told';
import { usePictureIds } from './usePictureIds';
import { useWidth } from './useWidth';

interface Props {
  lines: readonly HourLine[];
  /** 0–11. */
  month: number;
  /** Mean watts of what is used in each half hour of that month's day. */
  used: readonly number[];
  /** Solar hours the sun is up behind a panel to the equator. */
  behind: readonly (readonly [number, number])[];
}

const PLOT = 210;
const [TOP, FOOT] = [18, 40];
/** Below this width the lines are named under one another. */
const NARROW = 520;
const NAME_ROW = 22;
const INKS = { chosen: color.act, equator: color.sun, split: color.stored } as const;
const DASHES = { chosen: undefined, equator: undefined, split: '7 4' } as const;

/** A mean day by the hour: what each direction makes, over what is used; hatched where the sun is up behind the panel. */
export const DayPicture = memo(function DayPicture({ lines, month, used, behind }: Props) {
  const ids = usePictureIds();
  const [ref, width] = useWidth(640);
  const narrow = width < NARROW;
  const left = narrow ? 62 : 50;
  const height = narrow ? PLOT + lines.length * NAME_ROW - 14 : PLOT;
  const x = scaleLinear([3, 21], [left, width - 8]);
  const any = used.some((watts) => watts > 0);
  const most = Math.max(...lines.flatMap(({ watts }) => watts[month] ?? []), ...used, 1);
  const y = scaleLinear([0, most * 1.05], [PLOT - FOOT, TOP]);
  const hour = (step: number, steps: number) => ((step + 0.5) * 24) / steps;
  const path = (watts: readonly number[]) =>
    line<number>()
      .x((_, step) => x(hour(step, watts.length)))
      .y((watt) => y(watt))([...watts]) ?? '';
  return (
    <Picture
      measure={ref}
      width={width}
      height={height}
      says={tellDay(
        lines.map(({ label, watts }) => ({ label, watts: watts[month] ?? [] })),
        used,
      )}
    >
      <defs>
        <clipPath id={ids('day-frame')}>
          <rect x={left} y={0} width={width - 8 - left} height={PLOT - FOOT + 1} />
        </clipPath>
      </defs>
      {behind.map(([from, to]) => (
        <HatchedRect
          name="behind"
          key={from}
          x={x(Math.max(3, from))}
          width={Math.max(0, x(Math.min(21, to)) - x(Math.max(3, from)))}
          y={TOP}
          height={PLOT - FOOT - TOP}
          gap={6}
          weight={1}
          ink={color.hatch}
        />
      ))}
      <Ups scale={y} x={left - 8} many={3} write={(tick) => `${tick} W`} />
      <Alongs at={[6, 9, 12, 15, 18]} x={x} y={PLOT - FOOT + 17} />
      <g clipPath={`url(#${ids('day-frame')})`}>
        {any ? (
          <path
            d={steps(used, x, y)}
            fill="none"
            stroke={color.ink}
            strokeWidth="1.5"
            strokeDasharray="2 4"
          />
        ) : null}
        {lines.map(({ id, watts }) => (
          <path
            key={id}
            d={path(watts[month] ?? [])}
            fill="none"
            stroke={INKS[id]}
            strokeWidth={id === 'chosen' ? 2.6 : 1.8}
            strokeDasharray={DASHES[id]}
          />
        ))}
      </g>
      <path d={`M${left} ${y(0)}H${width - 8}`} stroke={color.ink} strokeWidth="1.5" />
      {any ? (
        <text x={x(3) + 4} y={y(used[7] ?? 0) - 5} stroke={color.paper} strokeWidth="3" paintOrder="stroke">
          used
        </text>
      ) : null}
      <Names lines={lines} narrow={narrow} left={left} />
    </Picture>
  );
});

/** What each line is, in its own ink, along the foot or under one another. */
function Names({ lines, narrow, left }: { lines: readonly HourLine[]; narrow: boolean; left: number }) {
  const starts = lines.reduce<number[]>(
    (found, { label }, i) => [...found, (found[i] ?? left) + 34 + label.length * 7.2],
    [left],
  );
  return (
    <>
      {lines.map(({ id, label }, i) => (
        <g
          key={id}
          transform={
            narrow ? `translate(0 ${PLOT + i * NAME_ROW})` : `translate(${starts[i] ?? left} ${PLOT - 6})`
          }
        >
          <path
            d="M0 -4h20"
            stroke={INKS[id]}
            strokeWidth={id === 'chosen' ? 3 : 2}
            strokeDasharray={DASHES[id]}
          />
          <text x={25} y={0}>
            {label}
          </text>
        </g>
      ))}
    </>
  );
}

/** A line that goes by the half hour. */
function steps(watts: readonly number[], x: (hour: number) => number, y: (watts: number) => number): string {
  return watts
    .map((here, i) => `${i === 0 ? `M${x(0)} ` : 'V'}${y(here)}H${x(((i + 1) * 24) / watts.length)}`)
    .join('');
}
