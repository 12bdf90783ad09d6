import { displayFigure, joined, shortMonth } from '@ivolt/core';
import { SourcesPicture } from '../../charts/SourcesPicture';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencil } from '../../job/fields/Pencil';
import { useDesign, useEvaluation } from '../../job/hooks';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';

/** What each source gives through the year, and what stays without. */
export function SourcesYear() {
  const { units } = useDesign();
  const picture = useEvaluation()?.power;
  if (!picture?.months) return null;
  const { months, sources, hoursBy } = picture;
  const energy = (wh: number) => (wh < 1 ? '–' : joined(displayFigure(wh, 'energy', units)));
  const sets = sources.filter(({ kind }) => kind === 'generator');
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
        <Table aria-label="A mean day of each month">
          <Heads
            of={[
              'Month',
              ['Sun'],
              ...sources.map(({ name }) => [name || 'Unnamed'] as const),
              ...(sets.length > 0 ? [['Engine, h'] as const] : []),
              ['Used'],
              ['Shed'],
              ['Without'],
              ['Surplus uses'],
              ['Spilled'],
            ]}
          />
          <tbody>
            {months.map((month) => (
              <tr key={month.month}>
                <th scope="row">{shortMonth(month.month)}</th>
                <td className="n">{energy(month.sunWh)}</td>
                {sources.map(({ id }) => (
                  <td key={id} className="n">
                    {energy(month.bySource[id] ?? 0)}
                  </td>
                ))}
                {sets.length > 0 ? (
                  <td className="n">
                    {sets.reduce((sum, { id }) => sum + (hoursBy[id]?.[month.month - 1] ?? 0), 0).toFixed(1)}
                  </td>
                ) : null}
                <td className="n">{energy(month.servedWh)}</td>
                <td className="n">{energy(month.shedWh)}</td>
                <td className={month.unservedWh >= 1 ? 'n bad' : 'n'}>{energy(month.unservedWh)}</td>
                <td className="n">{energy(month.surplusWh)}</td>
                <td className="n">{energy(month.spilledWh)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
      <Note style={{ marginTop: 8 }}>
        A mean day of each month, the bank walked day by day through eight years of days as they follow one
        another here. Hours within the day come with the simulated year.
      </Note>
    </Section>
  );
}
