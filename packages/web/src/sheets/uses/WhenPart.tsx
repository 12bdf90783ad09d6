import {
  NO_PAINT,
  formatDayMonth,
  givenOf,
  inOrder,
  monthName,
  paintText,
  paintedHours,
  readPaint,
  seasonOf,
  sunHours,
  type Season,
  type Use,
  type UseDays,
} from '@ivolt/core';
import { useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useDesignPart } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Select, type Choice } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';
import { PencilRead } from '../../job/fields/PencilRead';
import { HourStrip, type SunUp } from './HourStrip';
import { GivenPencil } from './GivenPencil';

type Scope = 'year' | 'season' | 'month';
const SCOPES: readonly Choice<Scope>[] = [
  { id: 'year', label: 'the same all year' },
  { id: 'season', label: 'by season' },
  { id: 'month', label: 'by month' },
];
const DAYS: readonly Choice<UseDays>[] = [
  { id: 'every', label: 'every day' },
  { id: 'week', label: 'some days a week', about: 'working days, weekends' },
  { id: 'visits', label: 'on visits', about: 'when someone has arrived, until they leave' },
  { id: 'event', label: 'in an event', about: 'a week or two in which much is done' },
];
const SEASONS: readonly Season[] = ['winter', 'spring', 'summer', 'autumn'];

const Strips = styled.div`
  display: grid;
  gap: 12px;
  margin-top: 10px;
`;
const One = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: flex-start;
  > :first-child {
    flex: 1 1 320px;
    max-width: 560px;
  }
`;

/** On which days, and at which hours of them. */
export function WhenPart({ id, use }: { id: string; use: Use }) {
  const dispatch = useAppDispatch();
  const events = useDesignPart('events');
  const place = useDesignPart('place');
  const latDeg = place.lat?.value ?? null;
  const path = `/uses/${id}`;
  const name = use.name || 'the unnamed use';
  const [asked, setAsked] = useState<Scope | null>(null);
  const scope = asked ?? scopeOf(use, latDeg ?? 45);
  const put = (label: string, key: string, value: unknown, session: string | null = null) =>
    dispatch(putValue(`${label} ${name}`, `${path}/${key}`, value, session));
  const timed = use.form === 'watts' || use.form === 'amps';

  const change = (months: readonly number[] | 'year', paint: string, session: string) => {
    const blank = !paint.includes('1');
    if (months === 'year') put('Paint the hours of', 'paint', blank ? {} : { year: paint }, session);
    else {
      const next = Object.fromEntries(
        Array.from({ length: 12 }, (_, m) => [
          m + 1,
          months.includes(m + 1) ? paint : (use.paint[m + 1] ?? use.paint.year ?? NO_PAINT),
        ]),
      );
      put('Paint the hours of', 'paint', next, session);
    }
  };
  const strips = useMemo(() => stripsOf(scope, use.months, latDeg), [scope, use.months, latDeg]);

  return (
    <>
      <Row>
        <Select
          label="Runs"
          value={use.days}
          choices={DAYS}
          onChange={(days) => put('Change the days of', 'days', days)}
        />
        {use.days === 'week' ? <GivenPencil id={id} given="daysAWeek" /> : null}
        {use.days === 'visits' ? (
          <>
            <Pencil path="/visits/stay" />
            <Pencil path="/visits/perMonth" label="Visits a month, of the whole job" />
          </>
        ) : null}
        {use.days === 'event' ? (
          <Select
            label="Which event"
            value={use.event}
            shown={use.event === null ? 'choose one' : undefined}
            choices={inOrder(events).map(([event, { name: called, from, to }]) => ({
              id: event,
              label: called || 'Unnamed event',
              about: `${formatDayMonth(from)} to ${formatDayMonth(to)}`,
            }))}
            onChange={(event) => put('Choose the event of', 'event', event)}
          />
        ) : null}
        <Select label="Its hours are" value={scope} choices={SCOPES} onChange={setAsked} />
        {timed ? <GivenPencil id={id} given="duty" /> : null}
      </Row>
      <Strips>
        {strips.map((strip) => {
          const { key, label, months, sun } = strip;
          const paint = paintOf(use.paint, strip);
          return (
            <One key={key}>
              <HourStrip
                label={`Hours of ${name}, ${label}`}
                paint={paint}
                sun={sun}
                onPaint={(next, session) => change(months, next, session)}
              />
              <PaintWords
                place={`${path}/paint/${key}`}
                label={`${label}${paint.includes('1') ? `: ${paintedHours(paint)} h` : ''}`}
                paint={paint}
                onPaint={(next, session) => change(months, next, session)}
              />
            </One>
          );
        })}
      </Strips>
      {Object.keys(use.paint).length > 0 ? (
        <Row style={{ marginTop: 8 }} className="screen">
          <Action onPress={() => put('Forget the hours of', 'paint', {})}>
            {timed ? 'Go back to hours a day' : 'Forget the hours'}
          </Action>
        </Row>
      ) : (
        <Note style={{ marginTop: 8 }}>
          {timed
            ? `Nothing is painted: its ${givenOf(use, 'duty') < 100 ? 'hours on' : 'hours a day'} are spread over the day. Drag along the strip, or type the hours.`
            : 'Nothing is painted: its energy is spread over the day. Drag along the strip, or type the hours.'}
        </Note>
      )}
    </>
  );
}

/** The same hours in words, for those who would rather type them. */
function PaintWords({
  place,
  label,
  paint,
  onPaint,
}: {
  place: string;
  label: string;
  paint: string;
  onPaint: (paint: string, session: string) => void;
}) {
  const [overlap, setOverlap] = useState(0);
  return (
    <div>
      <PencilRead
        place={place}
        label={label}
        chars={22}
        value={paint}
        show={paintText}
        read={(text) => {
          const read = readPaint(text);
          return read.ok ? { ok: true, value: read.paint } : read;
        }}
        onType={(text) => {
          const read = readPaint(text);
          setOverlap(read.ok ? read.overlapH : 0);
        }}
        onChange={onPaint}
      />
      {overlap > 0 ? <Note role="status">{overlap} h overlap and count once.</Note> : null}
    </div>
  );
}

function scopeOf({ paint }: Use, latDeg: number): Scope {
  const months = Object.keys(paint).filter((key) => key !== 'year');
  if (months.length === 0) return 'year';
  const bySeason = SEASONS.every(
    (season) => new Set(monthsOf(season, latDeg).map((month) => paint[month])).size <= 1,
  );
  return bySeason ? 'season' : 'month';
}

const monthsOf = (season: Season, latDeg: number) =>
  Array.from({ length: 12 }, (_, m) => m + 1).filter((month) => seasonOf(month, latDeg, 4) === season);

interface StripOf {
  key: string;
  label: string;
  months: readonly number[] | 'year';
  /** Whose hours stand for all of it. */
  shown: number | undefined;
  sun: SunUp;
}

/** A strip a year, a month or a season, with the sun of it: all that painting does not change. */
function stripsOf(scope: Scope, months: readonly number[], latDeg: number | null): StripOf[] {
  const strip = (key: string, label: string, of: StripOf['months'], shown: number | undefined): StripOf => ({
    key,
    label,
    months: of,
    shown,
    sun: latDeg === null || shown === undefined ? null : sunHours(latDeg, shown - 1),
  });
  if (scope === 'year') return [strip('year', 'All year', 'year', months[0])];
  if (scope === 'month') return months.map((month) => strip(String(month), monthName(month), [month], month));
  return SEASONS.map((season) => {
    const inSeason = monthsOf(season, latDeg ?? 45);
    return strip(season, season.charAt(0).toUpperCase() + season.slice(1), inSeason, inSeason[1]);
  });
}

function paintOf(paint: Use['paint'], { key, shown }: StripOf): string {
  return (key === 'year' && paint.year) || (shown && paint[shown]) || paint.year || NO_PAINT;
}
