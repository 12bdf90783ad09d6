import { ALL_MONTHS, shortMonth, monthName } from '@ivolt/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { useArray } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Note, Scroll, Table } from '../../ui/layout';
import { Pencil } from '../../job/fields/Pencil';
import { site } from '../../ui/tokens';
import { Heads } from '../../ui/Heads';

const KINDS = [
  { key: 'snowBy', label: 'Snow loss', fallback: () => 0 },
  { key: 'soilingBy', label: 'Soiling loss', fallback: (own: { soiling: number }) => own.soiling },
  { key: 'albedoBy', label: 'Ground albedo', fallback: (own: { albedo: number }) => own.albedo },
] as const;

const Narrow = styled(Scroll)`
  max-width: 520px;
  margin-top: 14px;
  ${site} {
    th,
    td {
      padding-right: 6px;
    }
  }
`;

/** Snow, dirt and the ground by month; empty months take the year's figure. */
export function LossesByMonth() {
  const { plan, path } = useArray();
  const typed = KINDS.some(({ key }) => Object.keys(plan[key]).length > 0);
  const [open, setOpen] = useState(false);
  if (!open && !typed) {
    return (
      <Note style={{ marginTop: 10 }} className="screen">
        <Action onPress={() => setOpen(true)}>Snow, dirt and ground month by month</Action>
      </Note>
    );
  }
  const own = { soiling: plan.soiling.value, albedo: plan.albedo.value };
  return (
    <Narrow>
      <Table aria-label="Losses by month">
        <Heads of={['Month', ...KINDS.map(({ label }) => [label] as const)]} />
        <tbody>
          {ALL_MONTHS.map((month) => (
            <tr key={month}>
              <th scope="row">{shortMonth(month)}</th>
              {KINDS.map(({ key, label, fallback }) => (
                <td key={key} className="n">
                  <Pencil
                    path={`${path}/${key}/${month}`}
                    hideLabel
                    label={`${label} in ${monthName(month)}`}
                    optional
                    quiet
                    chars={6}
                    align="end"
                    fallback={plan[key][month] ? null : fallback(own)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </Narrow>
  );
}
