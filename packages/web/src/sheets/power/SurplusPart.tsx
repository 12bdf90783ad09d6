import { displayFigure, joined, monthsText, shortMonth, type Quantity, type SurplusUse } from '@ivolt/core';
import { Pencil } from '../../job/fields/Pencil';
import { useDesignPart, useEvaluation } from '../../job/hooks';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';

const LEAST_WH = 5;
/** A share that is as good as all. */
const NEARLY = 0.95;
const inKWh = (wh: number) => (wh < LEAST_WH ? '–' : (wh / 1000).toFixed(wh < 10_000 ? 2 : 1));

/** What waits for surplus and what it can really take, month by month. */
export function SurplusPart() {
  const units = useDesignPart('units');
  const reading = useReading();
  const surplus = useEvaluation()?.power.surplus;
  if (!surplus) return null;
  const { uses, hours, mostW } = surplus;
  // months in which nothing is asked for have nothing to tell
  const asked = hours
    .map((long, m) => ({ m, long }))
    .filter(({ m }) => uses.some(({ asksWh }) => (asksWh[m] ?? 0) >= LEAST_WH));
  const shown = (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, units));
  return (
    <Section part="power-surplus" title="What surplus can carry">
      <Row style={{ marginBottom: 10 }}>
        <Pencil path="/power/surplusAbove" />
      </Row>
      {uses.map((use) => (
        <p key={use.id} style={{ maxWidth: '72ch' }}>
          <b>{use.name || 'An unnamed use'}:</b> {saysOf(use, mostW, shown)}
        </p>
      ))}
      {reading ? null : (
        <Scroll style={{ marginTop: 10 }}>
          <Table aria-label="Surplus on a mean day of each month, kWh">
            <Heads
              of={[
                'Month',
                ['Hours with surplus'],
                ...uses.map(({ name }) => [`${name || 'Unnamed'}, of what it asks`] as const),
              ]}
            />
            <tbody>
              {asked.map(({ m, long }) => (
                <tr key={m}>
                  <th scope="row">{shortMonth(m + 1)}</th>
                  <td className="n">{long === 0 ? '–' : long.toFixed(1)}</td>
                  {uses.map(({ id, takesWh, asksWh }) => (
                    <td key={id} className="n">
                      {(asksWh[m] ?? 0) < LEAST_WH
                        ? '–'
                        : `${inKWh(takesWh[m] ?? 0)} of ${inKWh(asksWh[m] ?? 0)}`}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Table>
        </Scroll>
      )}
      <Note style={{ marginTop: 8 }}>
        kWh on a mean day of each month, in the order of the list, of what a full bank leaves over: the bank
        walked day by day through eight years of days as they follow one another here, each use held to its
        own watts for the hours that a mean day has surplus. Hours within the day come with the simulated
        year.
      </Note>
    </Section>
  );
}

/** Where it gets all that it asks for, and what holds it back elsewhere. */
function saysOf(
  { asksWh, takesWh, limit, litres, watts }: SurplusUse,
  mostW: number,
  shown: (value: number, quantity: Quantity) => string,
): string {
  const months = asksWh.flatMap((asks, m) => (asks >= LEAST_WH ? [m + 1] : []));
  if (months.length === 0) return 'asks for nothing.';
  const all = months.filter((month) => limit[month - 1] === 'asks');
  const short = months.filter((month) => limit[month - 1] !== 'asks');
  if (short.length === 0) return 'all that it asks for, in every month it is used.';
  const part = (month: number) => (takesWh[month - 1] ?? 0) / (asksWh[month - 1] || 1);
  const worst = short.reduce((a, b) => (part(b) < part(a) ? b : a));
  if (part(worst) >= NEARLY)
    return `nearly all that it asks for, at least ${Math.round(100 * part(worst))} %.`;
  const got = all.length > 0 ? `all that it asks for in ${monthsText(all)}` : 'never all that it asks for';
  const byWatts = short.filter((month) => limit[month - 1] === 'watts');
  const warm =
    litres === null ? '' : `, ${shown(litres * part(worst), 'volume')} of ${shown(litres, 'volume')} warm`;
  return [
    `${got}; least in ${monthsText([worst])}, ${Math.round(100 * part(worst))} %${warm}.`,
    byWatts.length > 0
      ? `In ${monthsText(byWatts)} its ${shown(watts, 'power')} are what holds it back: the hours with surplus are too few for it.`
      : '',
    watts > mostW && mostW > 0
      ? `At most ${shown(mostW, 'power')} are left over at once, less than it draws: the bank gives the rest, and it must switch off in time.`
      : '',
  ]
    .filter(Boolean)
    .join(' ');
}
