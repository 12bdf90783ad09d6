import {
  monthsOf,
  readMonthTable,
  valueAt,
  WEATHER_FILE_LIMIT_BYTES,
  type Mapping,
  type Weather,
  type WeatherProblem,
  type WeatherReading,
} from '@ivolt/core';
import { useState } from 'react';
import { useStore } from 'react-redux';
import { api } from '../../api/client';
import { useAppDispatch, useAppSelector, type AppStore } from '../../job/store';
import { notice, putValue } from '../../job/edits';
import { useDesign } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { FileDrop } from '../../ui/FileDrop';
import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Sentences } from '../../ui/TextSheet';
import { patientCore } from '../../workers/core';
import { MappingForm, type Mapped } from './MappingForm';
import { MonthsForm, type Months } from './MonthsForm';
import { MonthsPaste } from './MonthsPaste';
import { pathOf, placeIn } from './usePlaceEdits';

const KIND_WORDS = {
  epw: 'an EPW file',
  tmy: 'a TMY3-style file',
  hourly: 'a table of hours',
  monthly: 'twelve months',
} as const;

const problemWords = ({ line, column, message }: WeatherProblem) =>
  `${line === null ? '' : `Line ${line}${column ? `, ${column}` : ''}: `}${message}`;

/** Weather of the person's own for one place: read here, its original kept beside the job. */
export function WeatherPart({ placeId }: { placeId: string }) {
  const dispatch = useAppDispatch();
  const design = useDesign();
  const jobId = useAppSelector(({ job }) => job.id);
  const place = placeIn(design, placeId);
  const store = useStore() as AppStore;
  /** Reading takes its time: the job may have been left, or the stop removed, when it is done. */
  const here = () => {
    const { job } = store.getState();
    return job.id === jobId && valueAt(job.design, pathOf(placeId)) !== undefined;
  };
  const [busy, setBusy] = useState('');
  const [problems, setProblems] = useState<WeatherProblem[]>([]);
  const [mapped, setMapped] = useState<Mapped | null>(null);
  const [months, setMonths] = useState<Months | null>(null);
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
    if (reading.ok === 'months')
      return setMonths({ name, bytes, table: reading.table, mapping: reading.table.mapping });
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
    setBusy('');
    if (!here()) return;
    dispatch(putValue(`Take the weather of ${name}`, `${pathOf(placeId)}/weather`, weather));
    setMapped(null);
    setMonths(null);
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
  const open = async (chosen: File) => {
    setMapped(null);
    setMonths(null);
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
  const { weather } = place;
  return (
    <Section part="place-weather" title="Weather of your own">
      {weather ? (
        <>
          <p data-testid="weather">
            From <b>{weather.name}</b>, {KIND_WORDS[weather.kind]}
            {weather.light ? ', with its hours' : ''}.
          </p>
          <Sentences texts={weather.notes} />
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
      <FileDrop
        label="Weather file"
        press={weather ? 'Read another file' : 'Read a file'}
        accept=".epw,.csv,.txt,.gz,.tsv"
        about="EPW, TMY3-style, hourly CSV or a table of months, gzipped or not; or drop one here. It is read on this machine and kept with the job."
        top={weather ? 14 : 0}
        onFile={(chosen) => void open(chosen)}
      >
        <MonthsPaste
          onText={(text) => {
            const read = readMonthTable(text, where?.latDeg ?? null);
            if (!read.ok) return read.problems.map(problemWords);
            setMapped(null);
            setProblems([]);
            setMonths({ name: 'pasted months', bytes: null, table: read.table, mapping: read.table.mapping });
            return [];
          }}
        />
      </FileDrop>
      {busy ? <Note role="status">{busy}</Note> : null}
      {months ? null : <Sentences texts={problems.map(problemWords)} wrong />}
      {months ? (
        <MonthsForm
          months={months}
          problems={problems.map(problemWords)}
          onChange={(mapping) => {
            setProblems([]);
            setMonths({ ...months, mapping });
          }}
          onTake={() => {
            const read = monthsOf(months.table, months.mapping, months.name);
            if (read.ok) void take({ ...read, site: '', away: null }, months.bytes, months.name);
            else setProblems(read.problems);
          }}
          onCancel={() => {
            setProblems([]);
            setMonths(null);
          }}
        />
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

const RAD = Math.PI / 180;

/** Along the great circle, km. */
function distanceKm(a: { latDeg: number; lonDeg: number }, b: { latDeg: number; lonDeg: number }): number {
  const cos =
    Math.sin(a.latDeg * RAD) * Math.sin(b.latDeg * RAD) +
    Math.cos(a.latDeg * RAD) * Math.cos(b.latDeg * RAD) * Math.cos((a.lonDeg - b.lonDeg) * RAD);
  return 6371 * Math.acos(Math.max(-1, Math.min(1, cos)));
}
