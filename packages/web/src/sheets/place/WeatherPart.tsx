import {
  UNITS_OF,
  WEATHER_FILE_LIMIT_BYTES,
  type HourlyPreview,
  type Mapping,
  type Role,
  type TimeMeans,
  type Weather,
  type WeatherProblem,
  type WeatherReading,
} from '@ivolt/core';
import { useRef, useState, type DragEvent } from 'react';
import { styled } from 'styled-components';
import { api } from '../../api/client';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { notice, putValue } from '../../job/edits';
import { useDesign } from '../../job/hooks';
import { Action, Primary, Tick } from '../../ui/controls';
import { Note, Row, Scroll, Section, Table } from '../../ui/layout';
import { Opener, Select, type Choice } from '../../ui/Opener';
import { color, site } from '../../ui/tokens';
import { patientCore } from '../../workers/core';
import { pathOf, placeIn } from './usePlaceEdits';

const Drop = styled.div`
  border: 1.5px dashed ${color.pencil};
  padding: 12px 14px;
  max-width: 640px;
  &[data-over='true'] {
    background: ${color.tint};
  }
`;

const Words = styled.ul`
  margin: 8px 0 0;
  padding-left: 20px;
  font-size: 14px;
  max-width: 70ch;
  &[data-wrong='true'] {
    color: ${color.act};
  }
  ${site} {
    font-size: 16px;
  }
`;

const Text = styled.textarea`
  display: block;
  width: 100%;
  min-width: 260px;
  min-height: 220px;
  font:
    14px/1.4 ui-monospace,
    monospace;
  background: ${color.tint};
  color: ${color.ink};
  border: 0;
  border-bottom: 1.5px dashed ${color.pencil};
  padding: 6px;
`;

const Pad = styled.div`
  padding: 12px;
`;

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

const KIND_WORDS = {
  epw: 'an EPW file',
  tmy: 'a TMY3-style file',
  hourly: 'a table of hours',
  monthly: 'twelve months',
} as const;

interface Mapped {
  bytes: Uint8Array<ArrayBuffer>;
  name: string;
  preview: HourlyPreview;
  mapping: Mapping;
}

const problemWords = ({ line, column, message }: WeatherProblem) =>
  `${line === null ? '' : `Line ${line}${column ? `, ${column}` : ''}: `}${message}`;

/** Weather of the person's own for one place: read here, its original kept beside the job. */
export function WeatherPart({ placeId }: { placeId: string }) {
  const dispatch = useAppDispatch();
  const design = useDesign();
  const jobId = useAppSelector(({ job }) => job.id);
  const place = placeIn(design, placeId);
  const file = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState('');
  const [problems, setProblems] = useState<WeatherProblem[]>([]);
  const [mapped, setMapped] = useState<Mapped | null>(null);
  const [over, setOver] = useState(false);
  const where =
    place.lat && place.lon
      ? { latDeg: place.lat.value, lonDeg: place.lon.value, altitudeM: place.altitude?.value ?? null }
      : null;

  const take = async (reading: WeatherReading, bytes: Uint8Array<ArrayBuffer> | null, name: string) => {
    if (reading.ok === false) return setProblems(reading.problems);
    if (reading.ok === 'map') {
      if (bytes) setMapped({ bytes, name, preview: reading.preview, mapping: reading.preview.mapping });
      return;
    }
    let weather: Weather = reading.weather;
    if (bytes && jobId) {
      setBusy('Keeping the original …');
      try {
        weather = { ...weather, fileId: (await api.keepFile(jobId, name, bytes)).id };
      } catch {
        weather = {
          ...weather,
          notes: [...weather.notes, 'The original could not be kept: the server did not take it.'],
        };
      }
    }
    const far = reading.away && where ? distanceKm(reading.away, where) : 0;
    if (far > 50) {
      weather = {
        ...weather,
        notes: [`The file is of a place ${Math.round(far)} km from here.`, ...weather.notes],
      };
    }
    dispatch(putValue(`Take the weather of ${name}`, `${pathOf(placeId)}/weather`, weather));
    setMapped(null);
    setProblems([]);
  };
  const read = async (
    bytes: Uint8Array<ArrayBuffer>,
    name: string,
    mapping: Mapping | null,
    keep: boolean,
  ) => {
    setProblems([]);
    setBusy('Reading …');
    try {
      await take(await patientCore().readWeather(bytes, name, where, mapping), keep ? bytes : null, name);
    } catch {
      setProblems([{ line: null, column: null, message: 'The file could not be read' }]);
    } finally {
      setBusy('');
    }
  };
  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    setMapped(null);
    if (chosen.size > WEATHER_FILE_LIMIT_BYTES) {
      const size = Math.ceil(chosen.size / 1024 / 1024);
      return setProblems([
        {
          line: null,
          column: null,
          message: `The file is ${size} MB; up to 32 MB is read. A year of hours is about 2 MB`,
        },
      ]);
    }
    await read(new Uint8Array(await chosen.arrayBuffer()), chosen.name, null, true);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void open(event.dataTransfer.files[0]);
  };
  const { weather } = place;
  return (
    <Section aria-labelledby="place-weather">
      <h2 id="place-weather">Weather of your own</h2>
      {weather ? (
        <>
          <p data-testid="weather">
            From <b>{weather.name}</b>, {KIND_WORDS[weather.kind]}
            {weather.light ? ', with its hours' : ''}.
          </p>
          <Words>
            {weather.notes.map((note) => (
              <li key={note}>{note}</li>
            ))}
          </Words>
          <Row className="screen" style={{ marginTop: 8 }}>
            {weather.fileId ? (
              <a href={`/api/files/${weather.fileId}`} download>
                The original
              </a>
            ) : null}
            <Action
              onPress={() => {
                dispatch(putValue('Leave that weather out', `${pathOf(placeId)}/weather`, null));
                dispatch(notice(`${weather.name} is left out`, true));
              }}
            >
              Leave it out
            </Action>
          </Row>
        </>
      ) : null}
      <Drop
        className="screen"
        data-over={over}
        style={{ marginTop: weather ? 14 : 0 }}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <Row style={{ alignItems: 'center' }}>
          <Action onPress={() => file.current?.click()}>
            {weather ? 'Read another file' : 'Read a file'}
          </Action>
          <MonthsPaste
            onText={(text, close) => {
              const bytes = new TextEncoder().encode(text);
              void patientCore()
                .readWeather(bytes, 'pasted months', where, null)
                .then(async (reading) => {
                  if (reading.ok === true) close();
                  await take(
                    reading.ok === 'map'
                      ? {
                          ok: false,
                          problems: [
                            { line: null, column: null, message: 'Twelve lines are wanted, one a month' },
                          ],
                        }
                      : reading,
                    null,
                    'pasted months',
                  );
                });
            }}
            problems={problems}
          />
        </Row>
        <Note style={{ marginTop: 4 }}>
          EPW, TMY3-style or hourly CSV, gzipped or not; or drop one here. It is read on this machine and kept
          with the job.
        </Note>
      </Drop>
      <input
        ref={file}
        type="file"
        hidden
        aria-label="Weather file"
        accept=".epw,.csv,.txt,.gz,.tsv"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          void open(chosen);
        }}
      />
      {busy ? <Note role="status">{busy}</Note> : null}
      {problems.length > 0 ? (
        <Words role="alert" data-wrong>
          {problems.map((problem) => (
            <li key={problemWords(problem)}>{problemWords(problem)}</li>
          ))}
        </Words>
      ) : null}
      {mapped ? (
        <MappingForm
          mapped={mapped}
          onChange={(mapping) => setMapped({ ...mapped, mapping })}
          onTake={() => void read(mapped.bytes, mapped.name, mapped.mapping, true)}
          onCancel={() => setMapped(null)}
        />
      ) : null}
    </Section>
  );
}

function MonthsPaste({
  onText,
  problems,
}: {
  onText: (text: string, close: () => void) => void;
  problems: readonly WeatherProblem[];
}) {
  const [text, setText] = useState('');
  return (
    <Opener
      label="Paste twelve months"
      hideLabel
      says=""
      shown="Paste twelve months"
      opens="dialog"
      look="words"
    >
      {(close) => (
        <Pad>
          <label htmlFor="months-text">
            A line a month, January first: sun, then mean air, or lowest and highest
          </label>
          <Text
            id="months-text"
            value={text}
            onChange={(event) => setText(event.target.value)}
            spellCheck={false}
          />
          {problems.length > 0 ? (
            <Words role="alert" data-wrong>
              {problems.map((problem) => (
                <li key={problemWords(problem)}>{problemWords(problem)}</li>
              ))}
            </Words>
          ) : null}
          <Row style={{ marginTop: 10 }}>
            <Action $act onPress={() => onText(text, close)}>
              Take these months
            </Action>
          </Row>
        </Pad>
      )}
    </Opener>
  );
}

/** What the columns of a plain table are: guessed, to be put right before it is read. */
function MappingForm({
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
          <thead>
            <tr>
              <th scope="col">Heading</th>
              <th scope="col">Is</th>
              <th scope="col">In</th>
              <th scope="col">As at midday of the first day</th>
            </tr>
          </thead>
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

const RAD = Math.PI / 180;

/** Along the great circle, km. */
function distanceKm(a: { latDeg: number; lonDeg: number }, b: { latDeg: number; lonDeg: number }): number {
  const cos =
    Math.sin(a.latDeg * RAD) * Math.sin(b.latDeg * RAD) +
    Math.cos(a.latDeg * RAD) * Math.cos(b.latDeg * RAD) * Math.cos((a.lonDeg - b.lonDeg) * RAD);
  return 6371 * Math.acos(Math.max(-1, Math.min(1, cos)));
}
