import { UNITS_OF, type HourlyPreview, type Mapping, type Role, type TimeMeans } from '@ivolt/core';
import { Tick } from '../../ui/controls';
import { Row } from '../../ui/layout';
import { PastePreview } from '../../ui/PastePreview';
import { Select, type Choice } from '../../ui/Opener';
import { ClockFrom, DatesWritten } from '../common/ClockSelects';

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
  { id: 'year', label: 'year' },
  { id: 'month', label: 'month' },
  { id: 'day', label: 'day of the month' },
  { id: 'hour', label: 'hour' },
  { id: 'minute', label: 'minute' },
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
    <PastePreview
      label={`Columns of ${name}`}
      about={
        <>
          <b>{name}</b> is a table of {preview.rows.toLocaleString('en')} lines. Are these its columns?
        </>
      }
      columns={preview.columns.map(({ heading, sample, role: guessed, doubt }, index) => {
        const { role = 'none' as const, unit = '' } = mapping.columns[index] ?? {};
        const units = UNITS_OF[role];
        return {
          heading,
          as: role,
          units: units ? { choices: units, unit } : null,
          doubt: role === guessed ? doubt : null,
          sample,
        };
      })}
      choices={ROLES}
      sampleHead="midday of the first day"
      onColumn={(index, next) =>
        column(index, { role: next, unit: preview.columns[index]?.units[next] ?? '' })
      }
      onUnit={(index, unit) => column(index, { unit })}
      remarks={preview.remarks}
      take="Read it so"
      onTake={onTake}
      drop="Not this file"
      onDrop={onCancel}
    >
      <Row style={{ marginTop: 12, alignItems: 'end' }}>
        {preview.datesTurned ? (
          <DatesWritten value={mapping.dates} onChange={(dates) => onChange({ ...mapping, dates })} />
        ) : null}
        <Select
          label="A time means the hour by"
          value={mapping.timeMeans}
          choices={MEANS}
          onChange={(timeMeans) => onChange({ ...mapping, timeMeans })}
        />
        <ClockFrom
          label="Clock, hours from Greenwich"
          value={mapping.utcOffsetH}
          onChange={(utcOffsetH) => onChange({ ...mapping, utcOffsetH })}
        />
        <Tick checked={mapping.summerTime} onChange={(summerTime) => onChange({ ...mapping, summerTime })}>
          put forward in summer
        </Tick>
      </Row>
    </PastePreview>
  );
}
