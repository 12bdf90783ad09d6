import { monthName, shortMonth, type SkyPicture } from '@ivolt/core';
import { memo } from 'react';
import { color } from '../ui/tokens';
import { Alongs, Picture } from './Picture';
import { useWidth } from './useWidth';

const ROW = 15;
const TOP = 20;
const [FIRST, LAST] = [4, 20];

/** A rectangle of an hour as a path. */
const boxed = (x: number, y: number, wide: number) =>
  `M${x.toFixed(1)} ${y}h${wide.toFixed(1)}v${ROW - 2}h${(-wide).toFixed(1)}z`;

/** Which hours of which months are lost to what stands in the way: the darker the hatch, the more of the hour is gone. */
export const LostHours = memo(function LostHours({
  picture,
}: {
  /** Wh lost and left of each month’s hours. */
  picture: Pick<SkyPicture, 'lostWh' | 'leftWh'>;
}) {
  const [ref, width] = useWidth(620);
  const left = 40;
  const right = 96;
  const cell = (width - left - right) / (LAST - FIRST);
  const height = TOP + 12 * ROW + 6;
  const ofMonth = (month: number) => (picture.lostWh[month] ?? []).reduce((sum, wh) => sum + wh, 0);
  const cells = picture.lostWh.flatMap((hours, month) =>
    hours.flatMap((lost, hour) => {
      const all = lost + (picture.leftWh[month]?.[hour] ?? 0);
      return hour < FIRST || hour >= LAST || all < 1
        ? []
        : [{ x: left + (hour - FIRST) * cell, y: TOP + month * ROW + 1, wide: cell - 1, share: lost / all }];
    }),
  );
  return (
    <Picture
      measure={ref}
      width={width}
      height={height}
      says={Array.from(
        { length: 12 },
        (_, m) => `${monthName(m + 1)}: ${Math.round(ofMonth(m))} Wh a day lost`,
      ).join('; ')}
    >
      <text x={width} y={12} textAnchor="end" fill={color.soft}>
        lost a day
      </text>
      <Alongs at={[6, 9, 12, 15, 18]} x={(hour) => left + (hour - FIRST) * cell} y={12} />
      {/* one path of all hours and one of what is lost of them: a book of many arrays has many of these */}
      <path
        d={cells.map(({ x, y, wide }) => boxed(x, y, wide)).join('')}
        fill={color.sunWash}
        stroke={color.sun}
        strokeWidth="0.7"
      />
      <path
        data-lost
        d={cells
          .flatMap(({ x, y, wide, share }) => (share > 0.04 ? [boxed(x, y, wide * share)] : []))
          .join('')}
        fill={color.act}
      />
      {picture.lostWh.map((_, month) => (
        <g key={month} transform={`translate(0 ${TOP + month * ROW})`}>
          <text x={0} y={ROW - 4} fill={color.soft}>
            {shortMonth(month + 1)}
          </text>
          <text x={width} y={ROW - 4} textAnchor="end" fontWeight={ofMonth(month) > 0 ? 700 : 400}>
            {(ofMonth(month) / 1000).toFixed(2)} kWh
          </text>
        </g>
      ))}
    </Picture>
  );
});
