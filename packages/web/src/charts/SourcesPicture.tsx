import { memo } from 'react';
import { formatTrimmed, shortMonth, type PowerPicture } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Picture, Ups } from './Picture';
import { tellSources } from './told';
import { useWidth } from './useWidth';

type Months = NonNullable<PowerPicture['months']>;

const kwh = (wh: number) => formatTrimmed(wh / 1000, wh >= 100_000 ? 0 : wh < 1000 ? 2 : 1);

/** What is used through the year and what gives it: ochre the sun, plum what runs besides, red strokes where it stays dark. */
export const SourcesPicture = memo(function SourcesPicture({
  months,
  sources,
}: {
  months: Months;
  sources: PowerPicture['sources'];
}) {
  const [ref, width] = useWidth(720);
  const height = 200;
  const [top, foot, left] = [30, 24, 34];
  const given = ({ bySource }: Months[number]) => Object.values(bySource).reduce((sum, wh) => sum + wh, 0);
  const fromSun = (month: Months[number]) => Math.max(0, month.sunWh - month.spilledWh - month.surplusWh);
  const sum = (month: Months[number]) => fromSun(month) + given(month) + month.unservedWh + month.shedWh;
  const most = Math.max(1, ...months.map(sum));
  const y = scaleLinear([0, most * 1.06], [height - foot, top]);
  const step = (width - left) / 12;
  const bar = Math.min(38, step * 0.66);
  const heaviest = months.reduce((a, b) => (given(b) > given(a) ? b : a));
  return (
    <Picture measure={ref} width={width} height={height} says={tellSources(months, sources)}>
      <text x={0} y={12} fill={color.soft}>
        kWh a day
      </text>
      <Ups scale={y} x={left - 12} many={3} write={kwh} />
      {months.map((month, index) => {
        const x = left + index * step + (step - bar) / 2;
        let at = 0;
        const block = (wh: number) => {
          const [from, to] = [at, at + wh];
          at = to;
          return { x, width: bar, y: y(to), height: Math.max(0, y(from) - y(to)) };
        };
        const sun = block(fromSun(month));
        const besides = sources.map(({ id }) => ({ id, ...block(month.bySource[id] ?? 0) }));
        const without = block(month.unservedWh + month.shedWh);
        return (
          <g key={month.month}>
            <rect {...sun} fill={color.sunWash} stroke={color.sun} />
            {besides.map(({ id, ...rect }, i) =>
              rect.height > 0.2 ? (
                <HatchedRect
                  key={id}
                  name={`source-${i}`}
                  {...rect}
                  gap={i === 0 ? 4 : 7}
                  turn={i % 2 === 0 ? 45 : -45}
                  weight={1.6}
                  ink={color.engine}
                  outline={color.engine}
                />
              ) : null,
            )}
            {without.height > 0.5 ? (
              <HatchedRect name="without" {...without} gap={5} weight={2.4} ink={color.act} />
            ) : null}
            <text x={x + bar / 2} y={height - 7} textAnchor="middle">
              {width < 480 ? shortMonth(month.month).slice(0, 1) : shortMonth(month.month)}
            </text>
            {month === heaviest && given(month) > 0.02 * most ? (
              <text
                x={x + bar / 2}
                y={y(sum(month)) - 7}
                textAnchor={index < 3 ? 'start' : index > 8 ? 'end' : 'middle'}
                fill={color.engine}
                fontWeight={700}
              >
                {kwh(given(month))} beside the sun
              </text>
            ) : null}
          </g>
        );
      })}
      <path d={`M${left - 2} ${y(0)}H${width}`} stroke={color.ink} strokeWidth="1.5" />
    </Picture>
  );
});
