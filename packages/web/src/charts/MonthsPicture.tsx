import { memo } from 'react';
import { formatTrimmed, shortMonth, type ArrayMonth } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Picture } from './Picture';
import { useWidth } from './useWidth';

const kwh = (wh: number) => formatTrimmed(wh / 1000, wh >= 100_000 ? 0 : wh < 1000 ? 2 : 1);

interface Props {
  months: readonly ArrayMonth[];
  worst: number | null;
  /** Without the sun there is only what is used. */
  usedOnly?: boolean;
}

/** Made and used side by side through the year: ochre wash for the sun, ink for what is used, hatched where it falls short. */
export const MonthsPicture = memo(function MonthsPicture({ months, worst, usedOnly = false }: Props) {
  const [ref, width] = useWidth(720);
  const height = 190;
  const [top, foot, left] = [26, 24, 34];
  const most = Math.max(...months.map(({ madeWh, usedWh }) => Math.max(usedOnly ? 0 : madeWh, usedWh)), 1);
  const y = scaleLinear([0, most * 1.04], [height - foot, top]);
  const step = (width - left) / 12;
  const bar = Math.min(38, step * 0.66);
  const ticks = y.ticks(3).filter((tick) => tick > 0);
  return (
    <Picture measure={ref} width={width} height={height} says={describe(months, usedOnly)}>
      <text x={0} y={top - 12} fill={color.soft}>
        kWh a day
      </text>
      {ticks.map((tick) => (
        <g key={tick} transform={`translate(0 ${y(tick)})`}>
          <text x={left - 12} dy="4" textAnchor="end" fill={color.soft}>
            {kwh(tick)}
          </text>
          <path d={`M${left - 8} 0h6`} stroke={color.soft} />
        </g>
      ))}
      {months.map((month, index) => {
        const x = left + index * step + (step - bar) / 2;
        const short = !usedOnly && month.inUse && month.usedWh > month.madeWh;
        const isWorst = month.month === worst;
        return (
          <g key={month.month}>
            {usedOnly ? null : (
              <rect
                x={x}
                width={bar}
                y={y(month.madeWh)}
                height={y(0) - y(month.madeWh)}
                fill={color.sunWash}
                stroke={color.sun}
                strokeWidth={isWorst ? 2 : 1}
              />
            )}
            {month.inUse ? (
              <HatchedRect
                name="ink-hatch"
                x={usedOnly ? x : x + bar * 0.22}
                width={usedOnly ? bar : bar * 0.56}
                y={y(month.usedWh)}
                height={y(0) - y(month.usedWh)}
                gap={5}
                weight={1.3}
                outline={color.ink}
              />
            ) : null}
            {short ? (
              <HatchedRect
                name="short"
                x={x}
                width={bar}
                y={y(month.usedWh)}
                height={y(month.madeWh) - y(month.usedWh)}
                gap={5}
                weight={2.4}
                ink={color.act}
              />
            ) : null}
            <text
              x={x + bar / 2}
              y={height - 7}
              textAnchor="middle"
              fontWeight={isWorst ? 700 : 400}
              fill={month.inUse ? color.ink : color.soft}
            >
              {width < 480 ? shortMonth(month.month).slice(0, 1) : shortMonth(month.month)}
            </text>
          </g>
        );
      })}
      <path d={`M${left - 2} ${y(0)}H${width}`} stroke={color.ink} strokeWidth="1.5" />
      {usedOnly ? null : <Labels months={months} y={y} left={left} step={step} bar={bar} worst={worst} />}
    </Picture>
  );
});

/** Direct labels at the worst month, or the first in use: no legend. */
function Labels({
  months,
  y,
  left,
  step,
  bar,
  worst,
}: {
  months: readonly ArrayMonth[];
  y: (v: number) => number;
  left: number;
  step: number;
  bar: number;
  worst: number | null;
}) {
  const index = (worst ?? 1) - 1;
  const month = months[index];
  if (!month) return null;
  const text = `${kwh(month.madeWh)} made${month.inUse ? `, ${kwh(month.usedWh)} used` : ''}`;
  const middle = left + index * step + step / 2;
  const half = (text.length * LETTER_PX) / 2;
  const anchor = middle - half < left ? 'start' : middle + half > left + 12 * step ? 'end' : 'middle';
  const at = anchor === 'start' ? middle - bar / 2 : anchor === 'end' ? middle + bar / 2 : middle;
  const from = anchor === 'start' ? at : anchor === 'end' ? at - 2 * half : at - half;
  // it stands above every bar that it would otherwise cross
  const under = months.filter((_, i) => left + (i + 1) * step > from && left + i * step < from + 2 * half);
  const clear = Math.min(...under.map(({ madeWh, usedWh }) => y(Math.max(madeWh, usedWh))));
  return (
    <text x={at} y={clear - 7} textAnchor={anchor} fontWeight={700}>
      {text}
    </text>
  );
}

/** About a letter of the label, bold, at the size a phone shows. */
const LETTER_PX = 8.4;

function describe(months: readonly ArrayMonth[], usedOnly: boolean): string {
  return months
    .map(
      (month) =>
        `${shortMonth(month.month)}: ${usedOnly ? '' : `made ${kwh(month.madeWh)}, `}used ${kwh(month.usedWh)} kilowatt-hours a day`,
    )
    .join('; ');
}
