import { memo } from 'react';
import { displayFigure, joined, shortMonth, type ClimateMonth, type UnitSystem } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { color } from '../ui/tokens';
import { Svg } from './Svg';
import { tellSun } from './told';
import { useWidth } from './useWidth';

interface Props {
  months: readonly ClimateMonth[];
  lowC: number;
  highC: number;
  units: UnitSystem;
}

/** Sun on the flat as a wash of ochre above, the day's range of air as a stroke below, with the records as stops. */
export const SunPicture = memo(function SunPicture({ months, lowC, highC, units }: Props) {
  const [ref, width] = useWidth(734);
  const [sunTop, sunFoot, airTop, airFoot, left] = [18, 104, 140, 214, 58];
  const step = (width - left) / 12;
  const bar = Math.min(44, step * 0.72);
  const sun = scaleLinear([0, Math.max(...months.map(({ ghiKWhm2 }) => ghiKWhm2), 1)], [sunFoot, sunTop]);
  const air = scaleLinear([Math.min(lowC, 0), Math.max(highC, 20)], [airFoot, airTop]);
  const temperature = (value: number) => joined(displayFigure(Math.round(value), 'temperature', units));
  return (
    <div ref={ref}>
      <Svg
        height={238}
        viewBox={`0 0 ${width} 238`}
        role="img"
        aria-label={tellSun(months, [lowC, highC], temperature)}
      >
        <text x={0} y={sunFoot - 34} fill={color.soft}>
          kWh/m²
        </text>
        <text x={0} y={sunFoot - 18} fill={color.soft}>
          a day
        </text>
        {months.map(({ ghiKWhm2, ghiFrom, minC, maxC }, index) => {
          const x = left + index * step + (step - bar) / 2;
          return (
            <g key={index}>
              <rect
                x={x}
                width={bar}
                y={sun(ghiKWhm2)}
                height={sunFoot - sun(ghiKWhm2)}
                fill={color.sunWash}
                stroke={color.sun}
                strokeDasharray={ghiFrom === 'grid' ? '3 2' : undefined}
              />
              <text x={x + bar / 2} y={sun(ghiKWhm2) - 4} textAnchor="middle">
                {ghiKWhm2.toFixed(width < 480 ? 0 : 1)}
              </text>
              <path d={`M${x + bar / 2} ${air(minC)}V${air(maxC)}`} stroke={color.ink} strokeWidth="5" />
              <text x={x + bar / 2} y={sunFoot + 19} textAnchor="middle" fill={color.soft}>
                {width < 480 ? shortMonth(index + 1).slice(0, 1) : shortMonth(index + 1)}
              </text>
            </g>
          );
        })}
        <path d={`M${left} ${sunFoot}H${width}`} stroke={color.ink} strokeWidth="1.5" />
        {air(0) < airFoot - 1 ? (
          <g>
            <path d={`M${left} ${air(0)}H${width}`} stroke={color.hatch} />
            <text x={0} y={air(0) + 4} fill={color.soft}>
              {temperature(0)}
            </text>
          </g>
        ) : null}
        {[lowC, highC].map((value) => (
          <g key={value}>
            <path
              d={`M${left} ${air(value)}H${width}`}
              stroke={color.act}
              strokeDasharray="2 4"
              strokeWidth="1.5"
            />
            <text x={0} y={air(value) + 4} fontWeight={700}>
              {temperature(value)}
            </text>
          </g>
        ))}
        <text x={width} y={airFoot + 18} textAnchor="end" fill={color.soft}>
          mean day’s range, and the records
        </text>
      </Svg>
    </div>
  );
});
