import {
  SERIES_UNITS,
  type MeasuredSeries,
  type SeriesFound,
  type SeriesMapping,
  type SeriesPreview,
  type SeriesReading,
  type SeriesRole,
  type SeriesUnit,
} from '@ivolt/core';
import { useUnits } from '../../job/hooks';
import { Row } from '../../ui/layout';
import type { Choice } from '../../ui/Opener';
import { PastePreview } from '../../ui/PastePreview';
import { ClockFrom, DatesWritten } from '../common/ClockSelects';

/** A logger's table whose columns are to be confirmed. */
export interface AskedSeries {
  text: string;
  name: string;
  preview: SeriesPreview;
  mapping: SeriesMapping;
  /** What comes of it as its columns are understood; null while it is read. */
  reading: SeriesReading | null;
}

const ROLES: readonly Choice<SeriesRole>[] = [
  { id: 'none', label: 'not used' },
  { id: 'time', label: 'date and time' },
  { id: 'date', label: 'date' },
  { id: 'clock', label: 'time of day' },
  { id: 'value', label: 'the readings' },
];
/** A peak so many times more or less than what is told of the use is of another unit or another thing. */
const UNLIKE = 20;

/** Where it is made as the page starts, it holds the page up: it reads the tables of all calendars. */
let day: Intl.DateTimeFormat | undefined;
const dayOf = (at: number): string =>
  (day ??= new Intl.DateTimeFormat('en-GB', {
    timeZone: 'UTC',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  })).format(at);

/** What the columns of a logger's table are, and what comes of them so. */
export function SeriesForm({
  asked: { name, preview, mapping, reading },
  toldW,
  onChange,
  onTake,
  onDrop,
}: {
  asked: AskedSeries;
  /** Watts that are told of the use, 0 where none are. */
  toldW: number;
  onChange: (mapping: SeriesMapping) => void;
  onTake: (series: MeasuredSeries) => void;
  onDrop: () => void;
}) {
  const units = useUnits();
  const column = (index: number, change: Partial<SeriesMapping['columns'][number]>) =>
    onChange({
      ...mapping,
      columns: mapping.columns.map((one, i) =>
        // what a column is taken for, no other is
        i === index ? { ...one, ...change } : one.role === change.role ? { ...one, role: 'none' } : one,
      ),
    });
  const peakW = reading?.ok ? reading.series.peakW : 0;
  const isUnlike = toldW > 0 && peakW > 0 && (peakW > UNLIKE * toldW || peakW * UNLIKE < toldW);
  return (
    <PastePreview
      label={`Columns of ${name}`}
      about={
        <>
          <b>{name}</b> is a table of {preview.rows.toLocaleString('en')} lines. Are these its columns?
        </>
      }
      columns={preview.columns.map(({ heading, sample, role: guessed, unit: first, doubt }, index) => {
        const { role = 'none' as const, unit = 'W' as const } = mapping.columns[index] ?? {};
        return {
          heading,
          as: role,
          units: role === 'value' ? { choices: SERIES_UNITS, unit } : null,
          doubt: role === guessed && unit === first ? doubt : null,
          sample,
        };
      })}
      choices={ROLES}
      sampleHead="its first readings"
      onColumn={(index, role) => column(index, { role })}
      onUnit={(index, unit) => column(index, { unit: unit as SeriesUnit })}
      remarks={[
        ...preview.remarks,
        ...(reading?.ok ? reading.series.notes : []),
        ...(isUnlike
          ? [
              `At most ${units(peakW, 'power')}; the use is told with ${units(toldW, 'power')}. Is the unit right?`,
            ]
          : []),
      ]}
      problems={reading && !reading.ok ? [reading.message] : []}
      take="Take these readings"
      onTake={reading?.ok ? () => onTake(reading.series) : null}
      drop="Leave them"
      onDrop={onDrop}
    >
      {preview.datesTurned || mapping.utcOffsetH !== null ? (
        <Row style={{ marginTop: 12, alignItems: 'end' }}>
          {preview.datesTurned ? (
            <DatesWritten value={mapping.dates} onChange={(dates) => onChange({ ...mapping, dates })} />
          ) : null}
          {mapping.utcOffsetH === null ? null : (
            <ClockFrom
              label="Clock on the wall, hours from Greenwich"
              value={mapping.utcOffsetH}
              onChange={(utcOffsetH) => onChange({ ...mapping, utcOffsetH })}
            />
          )}
        </Row>
      ) : null}
      <p role="status" style={{ marginTop: 10 }}>
        {reading === null ? 'Reading …' : reading.ok ? <Found found={reading.found} peakW={peakW} /> : ''}
      </p>
    </PastePreview>
  );
}

/** What was read: how many, how often, when, and how much it comes to. */
function Found({
  found: { readings, stepMin, from, to, meanW },
  peakW,
}: {
  found: SeriesFound;
  peakW: number;
}) {
  const units = useUnits();
  return (
    <>
      <b>{readings.toLocaleString('en')} readings</b>,{' '}
      {stepMin < 120 ? `${Number(stepMin.toFixed(1))} minutes` : units(stepMin / 60, 'hours')} apart, from{' '}
      {dayOf(from)} to {dayOf(to)}: {units(meanW, 'power')} on average, {units(peakW, 'power')} at most,{' '}
      <b>{units(24 * meanW, 'energy')} a day</b>.
    </>
  );
}
