import { UNITS_OF, type HourlyPreview, type Mapping, type Role, type TimeMeans } from '@ivolt/core';
import { Action, Primary, Tick } from '../../ui/controls';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { Select, type Choice } from '../../ui/Opener';
import { Heads } from '../../ui/Heads';

/** A plain table of hours whose columns are to be confirmed. */
export interface Mapped {
  bytes: Uint8Array<ArrayBuffer>;
  name: string;
  preview: HourlyPreview;
  mapping: Mapping;
}

const ROLES: readonly Choice<Role>[] = [
  { id: 'none', label: 'not used' },
  { id: 'time', label: 'date and time' },
  { id: 'date', label: 'date' },
  { id: 'hour', label: 'hour' },
  { id: 'ghi', label: 'global light' },
  { id: 'dni', label: 'beam' },
  { id: 'dhi', label: 'diffuse' },
  { id: 'air', label: 'air' },
  { id: 'wind', label: 'wind' },
];
const MEANS: readonly Choice<TimeMeans>[] = [
  { id: 'start', label: 'its start', about: '10:00 is the hour to 11:00' },
  { id: 'middle', label: 'its middle', about: '10:30 is the hour round it' },
  { id: 'end', label: 'its end', about: '11:00 is the hour from 10:00' },
];

/** What the columns of a plain table are: guessed, to be put right before it is read. */
export function MappingForm({
  mapped: { preview, mapping, name },
  onChange,
  onTake,
  onCancel,
}: {
  mapped: Mapped;
  onChange: (mapping: Mapping) => void;
  onTake: () => void;
  onCancel: () => void;
}) {
  const column = (index: number, change: Partial<Mapping['columns'][number]>) =>
    onChange({
      ...mapping,
      columns: mapping.columns.map((one, i) => (i === index ? { ...one, ...change } : one)),
    });
  return (
    <div role="group" aria-label={`Columns of ${name}`} style={{ marginTop: 16 }}>
      <p>
        <b>{name}</b> is a table of {preview.rows.toLocaleString('en')} lines. Are these its columns?
      </p>
      {preview.remarks.map((remark) => (
        <Note key={remark}>{remark}</Note>
      ))}
      <Scroll style={{ marginTop: 8 }}>
        <Table>
          <Heads of={['Heading', 'Is', 'In', 'As at midday of the first day']} />
          <tbody>
            {preview.columns.map(({ heading, sample, units: guessed }, index) => {
              const { role = 'none', unit = '' } = mapping.columns[index] ?? {};
              const units = UNITS_OF[role];
              return (
                <tr key={index}>
                  <th scope="row">{heading}</th>
                  <td>
                    <Select
                      label={`What ${heading} is`}
                      hideLabel
                      value={role}
                      choices={ROLES}
                      onChange={(next) => column(index, { role: next, unit: guessed[next] ?? '' })}
                    />
                  </td>
                  <td>
                    {units ? (
                      <Select
                        label={`Unit of ${heading}`}
                        hideLabel
                        value={unit}
                        choices={units.map((id) => ({ id, label: id }))}
                        onChange={(next) => column(index, { unit: next })}
                      />
                    ) : null}
                  </td>
                  <td>{sample.slice(0, 3).join(' · ')}</td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </Scroll>
      <Row style={{ marginTop: 12, alignItems: 'end' }}>
        <Select
          label="A time means the hour by"
          value={mapping.timeMeans}
          choices={MEANS}
          onChange={(timeMeans) => onChange({ ...mapping, timeMeans })}
        />
        <Select
          label="Clock, hours from Greenwich"
          value={String(mapping.utcOffsetH)}
          choices={OFFSETS}
          onChange={(offset) => onChange({ ...mapping, utcOffsetH: Number(offset) })}
        />
        <Tick checked={mapping.summerTime} onChange={(summerTime) => onChange({ ...mapping, summerTime })}>
          put forward in summer
        </Tick>
      </Row>
      <Row style={{ marginTop: 14, alignItems: 'center' }}>
        <Primary onPress={onTake}>Read it so</Primary>
        <Action onPress={onCancel}>Not this file</Action>
      </Row>
    </div>
  );
}

const OFFSETS: readonly Choice<string>[] = [
  -12, -11, -10, -9.5, -9, -8, -7, -6, -5, -4, -3.5, -3, -2, -1, 0, 1, 2, 3, 3.5, 4, 4.5, 5, 5.5, 5.75, 6,
  6.5, 7, 8, 8.75, 9, 9.5, 10, 10.5, 11, 12, 12.75, 13, 14,
].map((hours) => ({
  id: String(hours),
  label: hours === 0 ? '0, universal time' : `${hours > 0 ? '+' : '−'}${Math.abs(hours)}`,
}));
