import { shortMonth, type PowerPicture } from '@ivolt/core';
import { SourcesPicture } from '../../charts/SourcesPicture';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencil } from '../../job/fields/Pencil';
import { useEvaluation } from '../../job/hooks';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';

type Month = NonNullable<PowerPicture['months']>[number];
interface Column {
  head: string;
  /** kWh of a mean day, or hours of an engine. */
  of: (month: Month) => number;
  bad?: true;
}

/** Less is nothing. */
const LEAST = 0.005;
const figureOf = (value: number) => (value < LEAST ? '–' : value.toFixed(value < 10 ? 2 : 1));
const kilo = (wh: number) => wh / 1000;

/** What each source gives through the year, and what stays without. */
export function SourcesYear() {
  const reading = useReading();
  const picture = useEvaluation()?.power;
  if (!picture?.months) return null;
  const { months, sources, hoursBy } = picture;
  const sets = sources.filter(({ kind }) => kind === 'generator');
  const all: Column[] = [
    { head: 'Sun', of: ({ sunWh }) => kilo(sunWh) },
    ...sources.map(({ id, name }, i) => ({
      head: name || `Source ${i + 1}`,
      of: ({ bySource }: Month) => kilo(bySource[id] ?? 0),
    })),
    {
      head: 'Engine, h',
      of: ({ month }) => sets.reduce((sum, { id }) => sum + (hoursBy[id]?.[month - 1] ?? 0), 0),
    },
    { head: 'Used', of: ({ servedWh }) => kilo(servedWh) },
    { head: 'Shed', of: ({ shedWh }) => kilo(shedWh) },
    { head: 'Without', of: ({ unservedWh }) => kilo(unservedWh), bad: true },
    { head: 'Surplus uses', of: ({ surplusWh }) => kilo(surplusWh) },
    { head: 'Spilled', of: ({ spilledWh }) => kilo(spilledWh) },
  ];
  // what is nothing all year is left out, and of the book the months that the sun carries alone
  const columns = all.filter(({ of }) => months.some((month) => of(month) >= LEAST));
  const besides = ({ bySource, unservedWh, shedWh }: Month) =>
    kilo(Object.values(bySource).reduce((sum, wh) => sum + wh, 0) + unservedWh + shedWh);
  const shown = reading ? months.filter((month) => besides(month) >= LEAST) : months;
  return (
    <Section part="power-year" title="What each gives through the year">
      <SourcesPicture months={months} sources={sources} />
      <Row style={{ margin: '14px 0' }}>
        {sets.length > 0 ? (
          <>
            <InkFigure id="power.hours" label="generator hours a year" />
            <InkFigure id="power.litres" label="fuel a year" />
            <InkFigure id="power.keep" label="fuel to keep" />
          </>
        ) : null}
        <InkFigure id="power.dark" label="days a year without power" />
        <Pencil path="/power/shedBelow" />
      </Row>
      <Scroll>
        <Table aria-label="A mean day of each month, kWh">
          <Heads of={['Month', ...columns.map(({ head }) => [head] as const)]} />
          <tbody>
            {shown.map((month) => (
              <tr key={month.month}>
                <th scope="row">{shortMonth(month.month)}</th>
                {columns.map(({ head, of, bad }) => (
                  <td key={head} className={bad && of(month) >= LEAST ? 'n bad' : 'n'}>
                    {figureOf(of(month))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
      <Note style={{ marginTop: 8 }}>
        kWh on a mean day of each month, the bank walked day by day through eight years of days as they follow
        one another here. Hours within the day come with the simulated year.
      </Note>
    </Section>
  );
}
