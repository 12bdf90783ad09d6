import { memo } from 'react';
import type { BankPicture } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { styled } from 'styled-components';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Svg } from './Svg';
import { useWidth } from './useWidth';

const Stick = styled(Svg)`
  margin-top: 26px;
`;

/** The bank as a measuring stick: what is rated, what of it may be used, cut into days, with a stop at the days asked for. */
export const BankRuler = memo(function BankRuler({ picture }: { picture: BankPicture }) {
  const [ref, width] = useWidth(734);
  const { ratedWh, usableWh, dailyWh, wantedDays, days } = picture;
  const wantedWh = dailyWh * wantedDays;
  const x = scaleLinear([0, Math.max(ratedWh, wantedWh) * 1.03], [1, width - 1]);
  const full = Math.floor((days ?? 0) + 1e-9);
  const cuts =
    dailyWh > 0 && (days ?? 0) < 40 ? Array.from({ length: full }, (_, day) => (day + 1) * dailyWh) : [];
  const [top, height] = [26, 44];
  const label = (wh: number) => `${(wh / 1000).toFixed(1)} kWh`;
  const stop = x(wantedWh);
  return (
    <div ref={ref}>
      <Stick
        height={106}
        viewBox={`0 0 ${width} 106`}
        role="img"
        aria-label={`${label(usableWh)} usable of ${label(ratedWh)} rated${days === null ? '' : `, ${days.toFixed(1)} days; ${wantedDays} asked for`}`}
      >
        <HatchedRect
          name="kept"
          x={x(usableWh)}
          y={top}
          width={x(ratedWh) - x(usableWh)}
          height={height}
          gap={9}
          weight={1.1}
          ink={color.hatch}
          turn={-45}
          outline={color.ink}
        />
        <rect
          x={x(0)}
          y={top}
          width={x(usableWh) - x(0)}
          height={height}
          fill={color.stored}
          fillOpacity={0.22}
          stroke={color.stored}
          strokeWidth="1.5"
        />
        {cuts.map((wh, day) => (
          <g key={wh}>
            <path d={`M${x(wh)} ${top}v${height}`} stroke={color.stored} strokeWidth="1.5" />
            {x(dailyWh) - x(0) > 44 ? (
              <text x={x(wh - dailyWh / 2)} y={top + height / 2 + 4} textAnchor="middle">
                {day === 0 ? 'day 1' : day + 1}
              </text>
            ) : null}
          </g>
        ))}
        {dailyWh > 0 ? (
          <>
            <path d={`M${stop} ${top - 8}v${height + 16}`} stroke={color.ink} strokeWidth="2.6" />
            <text
              x={stop}
              y={top - 12}
              textAnchor={stop > width - 90 ? 'end' : stop < 90 ? 'start' : 'middle'}
              fontWeight={700}
            >
              {wantedDays} {wantedDays === 1 ? 'day' : 'days'} asked for
            </text>
          </>
        ) : null}
        <text
          x={x(usableWh) - 3}
          y={top + height + 18}
          textAnchor={x(usableWh) < 130 ? 'start' : 'end'}
          fill={color.stored}
          fontWeight={700}
        >
          {label(usableWh)} usable
        </text>
        {x(ratedWh) - x(usableWh) > 20 ? (
          <text
            x={x(ratedWh)}
            y={top + height + (x(ratedWh) - x(usableWh) > 110 ? 18 : 34)}
            textAnchor="end"
            fill={color.soft}
          >
            {label(ratedWh)} rated
          </text>
        ) : null}
      </Stick>
    </div>
  );
});
