import { monthName, shortMonth, type SkyPicture } from '@ivolt/core';
import { memo } from 'react';
import { color } from '../ui/tokens';
import { Alongs, Picture } from './Picture';
import { useWidth } from './useWidth';

const ROW = 15;
const TOP = 20;
const [FIRST, LAST] = [4, 20];

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
      {picture.lostWh.map((hours, month) => (
        <g key={month} transform={`translate(0 ${TOP + month * ROW})`}>
          <text x={0} y={ROW - 4} fill={color.soft}>
            {shortMonth(month + 1)}
          </text>
          {hours.map((lost, hour) => {
            if (hour < FIRST || hour >= LAST) return null;
            const kept = picture.leftWh[month]?.[hour] ?? 0;
            if (lost + kept < 1) return null;
            const share = lost / (lost + kept);
            const at = left + (hour - FIRST) * cell;
            return (
              <g key={hour}>
                <rect
                  x={at}
                  y={1}
                  width={cell - 1}
                  height={ROW - 2}
                  fill={color.sunWash}
                  stroke={color.sun}
                  strokeWidth="0.7"
                />
                {share > 0.04 ? (
                  <rect x={at} y={1} width={(cell - 1) * share} height={ROW - 2} fill={color.act} />
                ) : null}
              </g>
            );
          })}
          <text x={width} y={ROW - 4} textAnchor="end" fontWeight={ofMonth(month) > 0 ? 700 : 400}>
            {(ofMonth(month) / 1000).toFixed(2)} kWh
          </text>
        </g>
      ))}
    </Picture>
  );
});
