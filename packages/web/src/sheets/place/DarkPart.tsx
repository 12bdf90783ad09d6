import { formatTrimmed, monthName, shortMonth, type DarkPicture } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { Picture } from '../../charts/Picture';
import { useWidth } from '../../charts/useWidth';
import { useEvaluation } from '../../job/hooks';
import { useReckoned, type Ask } from '../../job/useReckoned';
import { Note } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { color } from '../../ui/tokens';

const ask: Ask<DarkPicture | null> = (core, design, grid) => core.dark(design, grid);

/** How many dark days come in a row. */
export function DarkPart() {
  const picture = useReckoned(ask, 'dark');
  const days = useEvaluation()?.bank.days ?? null;
  if (!picture) return null;
  const { worst, ownSpread } = picture;
  const bank = days === null ? '' : ` The bank carries ${formatTrimmed(days, 1)}\u00a0days without any sun.`;
  return (
    <Section part="place-dark" title="Dark days in a row">
      <p data-testid="dark">
        In {monthName(worst.month)} expect {worst.usualDays} {worst.usualDays === 1 ? 'day' : 'days running'}{' '}
        with less than half of the month’s mean, and {worst.rareDays} in one year of ten.{bank}
      </p>
      <DarkRuns picture={picture} />
      <Note>
        From 200 synthetic years of days (
        {ownSpread ? 'the grid’s own spread of days here' : 'the spread that goes with its clearness'}; a day
        takes after the one before by 0.29, Graham, Hollands & Brunger 1988). An estimate, not a forecast.
      </Note>
    </Section>
  );
}

const HEIGHT = 92;

function DarkRuns({ picture: { months } }: { picture: DarkPicture }) {
  const [ref, width] = useWidth(640);
  const step = (width - 10) / 12;
  const y = scaleLinear([0, Math.max(4, ...months.map(({ rareDays }) => rareDays))], [HEIGHT - 22, 16]);
  return (
    <Picture
      measure={ref}
      width={width}
      height={HEIGHT}
      says={months
        .map(
          ({ month, usualDays, rareDays }) =>
            `${monthName(month)}: ${usualDays} days, ${rareDays} in one year of ten`,
        )
        .join('; ')}
    >
      {months.map(({ month, inUse, usualDays, rareDays }, index) => {
        const x = 5 + (index + 0.5) * step;
        const ink = inUse ? color.ink : color.hatch;
        return (
          <g key={month}>
            <path d={`M${x} ${y(0)}V${y(rareDays)}`} stroke={ink} strokeWidth="1.5" strokeDasharray="2 3" />
            <path d={`M${x - 6} ${y(rareDays)}h12`} stroke={ink} strokeWidth="1.5" />
            <path d={`M${x} ${y(0)}V${y(usualDays)}`} stroke={ink} strokeWidth={inUse ? 7 : 3} />
            <text x={x} y={y(rareDays) - 4} textAnchor="middle" fill={inUse ? color.ink : color.soft}>
              {rareDays}
            </text>
            <text x={x} y={HEIGHT - 6} textAnchor="middle" fill={color.soft}>
              {width < 480 ? shortMonth(month).slice(0, 1) : shortMonth(month)}
            </text>
          </g>
        );
      })}
      <path d={`M0 ${y(0)}H${width}`} stroke={color.ink} strokeWidth="1.2" />
    </Picture>
  );
}
