import { inOrder, monthName } from '@ivolt/core';
import { styled } from 'styled-components';
import { MonthsPicture } from '../../charts/MonthsPicture';
import { useDesignPart, useEvaluation } from '../../job/hooks';
import { Ink } from '../../job/fields/Ink';
import { Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { site } from '../../ui/tokens';
import { worstMonth } from '../common/worst';
import { Heads } from '../../ui/Heads';

const Months = styled(Scroll)`
  max-width: 640px;
  ${site} {
    th,
    td {
      padding-right: 6px;
    }
  }
`;

/** The year: what is made and what is used, of each array where there are several. */
export function MadeAndUsed() {
  const evaluation = useEvaluation();
  const arrays = useDesignPart('arrays');
  const reading = useReading();
  if (!evaluation) return null;
  const worst = worstMonth(evaluation);
  // the book tells each array on a leaf of its own
  const several = Object.keys(arrays).length > 1 && !reading ? inOrder(arrays) : [];
  return (
    <Section part="array-year" title="Made and used">
      <MonthsPicture months={evaluation.months} worst={worst} />
      <Months style={{ marginTop: 14 }}>
        <Table aria-label="Made and used by month">
          <Heads
            of={[
              'Month',
              ['Peak sun hours'],
              ...several.map(([, { name }]) => [name] as const),
              ['Made a day'],
              ['Used a day'],
              ['Made to used'],
            ]}
          />
          <tbody>
            {evaluation.months.map(({ month, poaKWhm2, ratio, inUse, byArray }) => (
              <tr key={month} data-chosen={month === worst} data-quiet={!inUse}>
                <th scope="row">{monthName(month)}</th>
                <td className="n">{poaKWhm2.toFixed(1)}</td>
                {several.map(([id]) => (
                  <td key={id} className="n">
                    {((byArray[id] ?? 0) / 1000).toFixed(2)}
                  </td>
                ))}
                <td className="n">
                  <Ink id={`made:${month}`} />
                </td>
                <td className="n">
                  <Ink id={`load:${month}`} />
                </td>
                <td className={ratio !== null && ratio < 1 ? 'n bad' : 'n'}>
                  {ratio === null ? '–' : ratio.toFixed(2)}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Months>
    </Section>
  );
}
