import {
  ALL_MONTHS,
  MONTH_DAYS,
  formatTrimmed,
  inOrder,
  monthName,
  withValueAt,
  type FieldPicture,
} from '@ivolt/core';
import { useCallback, useMemo, useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { DayPicture } from '../../charts/DayPicture';
import { TiltFieldPicture } from '../../charts/TiltFieldPicture';
import { shareOf, type Mark } from '../../charts/told';
import { edit } from '../../job/edits';
import { useArray, useDesignPart, useEvaluation, usePartId } from '../../job/hooks';
import { useReckoned } from '../../job/useReckoned';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { Select, type Choice } from '../../ui/Opener';
import { worstMonth } from '../common/worst';
import { Heads } from '../../ui/Heads';

/** 'governs' asks for the worst month of those in use, the others for a mean day. */
type Span = 'governs' | 'in-use' | 'year' | `${number}`;

const SPANS: readonly Choice<Span>[] = [
  { id: 'governs', label: 'the month that governs', about: 'the worst for its need, whatever the plane' },
  { id: 'in-use', label: 'the months in use' },
  { id: 'year', label: 'the whole year' },
  ...ALL_MONTHS.map((month): Choice<Span> => ({ id: `${month}`, label: monthName(month) })),
];

/** One number for twelve, as the span asks: worth to compare planes by, and sun in kWh/m² a day to speak of. */
function overSpan(
  sun: readonly number[],
  usedWh: readonly number[],
  span: Span,
): { worth: number; sun: number } {
  const anyUse = usedWh.some((wh) => wh > 0);
  const counts = (month: number) => !anyUse || (usedWh[month] ?? 0) > 0;
  if (span === 'governs') {
    let worst = { worth: Infinity, sun: 0 };
    for (const [month, kwh] of sun.entries()) {
      if (!counts(month)) continue;
      const worth = anyUse ? kwh / Math.max(1, usedWh[month] ?? 0) : kwh;
      if (worth < worst.worth) worst = { worth, sun: kwh };
    }
    return worst;
  }
  const months = sun.map((kwh, month) => ({ kwh, month }));
  const kept =
    span === 'year'
      ? months
      : span === 'in-use'
        ? months.filter(({ month }) => counts(month))
        : months.filter(({ month }) => month === Number(span) - 1);
  const days = kept.reduce((sum, { month }) => sum + (MONTH_DAYS[month] ?? 30), 0);
  const mean =
    kept.reduce((sum, { kwh, month }) => sum + kwh * (MONTH_DAYS[month] ?? 30), 0) / Math.max(1, days);
  return { worth: mean, sun: mean };
}

/** Arrays of a book whose other ways to face stand in it: of more, the largest. */
const MOST_FIELDS = 8;

/** True in the book of a job of many arrays, of all but its largest: their fields are on their sheets. */
function useLeftOut(id: string): boolean {
  const arrays = useDesignPart('arrays');
  const reading = useReading();
  if (!reading || Object.keys(arrays).length <= MOST_FIELDS) return false;
  const largest = inOrder(arrays).toSorted(([, a], [, b]) => b.count.value - a.count.value);
  return !largest.slice(0, MOST_FIELDS).some(([other]) => other === id);
}

/** Which way to face: the field of tilts and directions, the day by the hour, and what each other choice costs. */
export function TiltFieldPart() {
  const { id } = useArray();
  const partId = usePartId('array-field');
  const left = useLeftOut(id);
  const field = useReckoned(
    useCallback(async (core, design, grid) => (left ? null : core.field(design, grid, id)), [id, left]),
    id,
  );
  if (left) return null;
  return (
    <Section part={partId} title="Which way to face">
      {field ? <Field field={field} /> : <Note>The field waits for the place.</Note>}
    </Section>
  );
}

function Field({ field }: { field: FieldPicture }) {
  const dispatch = useAppDispatch();
  const { id, plan } = useArray();
  const arrays = useDesignPart('arrays');
  const worst = worstMonth(useEvaluation());
  const [span, setSpan] = useState<Span>('governs');
  const { months, tilts, azimuths, usedWh, own } = field;
  const values = useMemo(
    () =>
      tilts.flatMap((_, row) =>
        azimuths.map((__, column) => {
          const at = row * azimuths.length + column;
          return overSpan(
            months.map((month) => month[at] ?? 0),
            usedWh,
            span,
          );
        }),
      ),
    [months, tilts, azimuths, usedWh, span],
  );
  const worths = useMemo(() => values.map(({ worth }) => worth), [values]);
  const planes = useMemo(() => ({ tilts, azimuths, values: worths }), [tilts, azimuths, worths]);
  const bestAt = worths.indexOf(Math.max(...worths));
  const best = useMemo(
    (): Mark => ({
      tiltDeg: tilts[Math.floor(bestAt / azimuths.length)] ?? 0,
      azimuthDeg: azimuths[bestAt % azimuths.length] ?? 0,
    }),
    [bestAt, tilts, azimuths],
  );
  const chosenMark = useMemo(
    (): Mark | null =>
      own.tiltDeg === null || own.azimuthDeg === null
        ? null
        : { tiltDeg: plan.plane.tilt.value, azimuthDeg: plan.plane.azimuth.value },
    [own.tiltDeg, own.azimuthDeg, plan.plane.tilt.value, plan.plane.azimuth.value],
  );
  const move = useCallback(
    (to: Mark, stroke: string) =>
      dispatch(
        edit(
          'Turn the plane',
          (design) =>
            withValueAt(
              withValueAt(design, `/arrays/${id}/plane/tilt`, { value: to.tiltDeg, from: 'chosen' }),
              `/arrays/${id}/plane/azimuth`,
              { value: to.azimuthDeg, from: 'chosen' },
            ),
          `plane ${id} ${stroke}`,
        ),
      ),
    [dispatch, id],
  );
  const others = useMemo(
    () =>
      inOrder(arrays).flatMap(([other, { name, plane }]) =>
        other !== id && (plane.kind === 'fixed' || plane.kind === 'roof')
          ? [{ name, tiltDeg: plane.tilt.value, azimuthDeg: plane.azimuth.value }]
          : [],
      ),
    [arrays, id],
  );
  const month = span.match(/^\d+$/) ? Number(span) - 1 : (worst ?? 6) - 1;
  const fixed = plan.plane.kind === 'fixed' || plan.plane.kind === 'roof';
  return (
    <>
      <Row>
        <Select label="For" value={span} choices={SPANS} onChange={setSpan} />
      </Row>
      <p style={{ margin: '8px 0' }} data-testid="field-cost">
        {costWords(field, overSpan(own.months, usedWh, span), values[bestAt] ?? { worth: 0, sun: 0 }, best)}
      </p>
      {others.map((plane) => {
        const share = shareOf(planes, plane);
        return (
          <Note key={plane.name}>
            {plane.name}, {Math.round(plane.tiltDeg)}° facing {Math.round(plane.azimuthDeg)}°, gets{' '}
            {Math.round(share * 100)} % of the best
            {share > 0 && share < 0.985
              ? `: these panels there would cost ${lossWords(field, (values[bestAt]?.sun ?? 0) * share, share)}`
              : ''}
            .
          </Note>
        );
      })}
      <TiltFieldPicture
        field={planes}
        best={best}
        own={chosenMark}
        others={others}
        south={field.equatorDeg === 0}
        onMove={fixed ? move : undefined}
      />
      <h3 style={{ marginTop: 16, fontSize: 16 }}>A mean day in {monthName(month + 1)}</h3>
      <p style={{ margin: '4px 0 6px' }}>{sunriseWords(field, month)}</p>
      <DayPicture
        lines={field.lines}
        month={month}
        used={field.usedW[month] ?? []}
        behind={field.behind[month] ?? []}
      />
      <h3 style={{ marginTop: 16, fontSize: 16 }}>Tilting it anew, or one more panel</h3>
      <p style={{ margin: '4px 0 6px' }}>{waysWords(field)}</p>
      <Ways ways={field.ways} />
    </>
  );
}

/** Each way to mount it; in the book in a sentence. */
function Ways({ ways }: Pick<FieldPicture, 'ways'>) {
  const shown = (ratio: number | null) => (ratio === null ? '–' : ratio.toFixed(2));
  if (useReading())
    return (
      <p>
        {`Made per kWh used in the worst month, and kWh a year: ${ways
          .map(({ label, worstRatio, yearKWh }) => `${label} ${shown(worstRatio)}, ${Math.round(yearKWh)}`)
          .join('; ')}.`}
      </p>
    );
  return (
    <Scroll style={{ maxWidth: 640 }}>
      <Table aria-label="Ways to mount it">
        <Heads of={['Mounting', ['Made per kWh used, worst month'], 'In', ['kWh a year']]} />
        <tbody>
          {ways.map(({ id: way, label, worstRatio, worstMonth: at, yearKWh }) => (
            <tr key={way} data-chosen={way === 'chosen'}>
              <th scope="row">{label}</th>
              <td className="n">{shown(worstRatio)}</td>
              <td>{at === null ? '–' : monthName(at)}</td>
              <td className="n">{Math.round(yearKWh)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Scroll>
  );
}

/** What the chosen plane gives away against the best, in kWh and in panels. */
function costWords(
  field: FieldPicture,
  here: { worth: number; sun: number },
  top: { worth: number; sun: number },
  best: Mark,
): string {
  const { own } = field;
  const bestWords = `${best.tiltDeg}° facing ${best.azimuthDeg}°`;
  const sun = (value: number) => `${formatTrimmed(value, 2)}\u00a0kWh/m²`;
  if (top.worth <= 0) return 'No sun in these months.';
  const share = here.worth / top.worth;
  const what =
    own.azimuthDeg === null
      ? 'The roof, over all headings,'
      : own.tiltDeg === null
        ? 'Tilted by the season it'
        : 'The chosen plane';
  if (share >= 0.985)
    return `${what} gets ${sun(here.sun)} a day, within 2 % of the best fixed one, ${bestWords}.`;
  return `${what} gets ${sun(here.sun)} a day, ${Math.round((1 - share) * 100)} % less than ${bestWords}: ${lossWords(field, here.sun, share)}.`;
}

/** What a plane with this sun and this share of the best gives away, in kWh and in panels. */
function lossWords({ panelWhPerSun, count }: FieldPicture, sunKWh: number, share: number): string {
  const lost = (count * panelWhPerSun * sunKWh * (1 / share - 1)) / 1000;
  return `${formatTrimmed(lost, 2)}\u00a0kWh a day, or ${formatTrimmed(count * (1 / share - 1), 1)} more panels`;
}

function sunriseWords({ behind, sunriseDeg, equatorDeg, bestTiltDeg }: FieldPicture, month: number): string {
  const rises = sunriseDeg[month];
  const hours = (behind[month] ?? []).reduce((sum, [from, to]) => sum + to - from, 0);
  if (rises == null) return 'The sun does not rise and set here then.';
  const away = equatorDeg === 180 ? 90 - rises : rises - 90;
  const side =
    away > 1
      ? `${Math.round(away)}° poleward of east`
      : away < -1
        ? `${Math.round(-away)}° equatorward of east`
        : 'due east';
  return hours > 0.5
    ? `The sun rises ${side}: for ${formatTrimmed(hours, 1)} hours of the day it is up but behind a panel that faces the equator at ${bestTiltDeg}° (hatched).`
    : `The sun rises ${side}, and is never behind a panel that faces the equator.`;
}

function waysWords({ ways }: FieldPicture): string {
  const way = Object.fromEntries(ways.map((one) => [one.id, one]));
  const [best, two, more] = [way.best, way.two, way['one-more']];
  if (!best?.worstRatio || !two?.worstRatio || !more?.worstRatio) return 'It takes a use to compare them by.';
  const gain = (ratio: number) => Math.round((ratio / (best.worstRatio ?? 1) - 1) * 100);
  const verdict =
    gain(more.worstRatio) >= gain(two.worstRatio)
      ? 'In the worst month one more panel does as much, without anyone on the roof.'
      : 'It takes more than one panel to make up for it.';
  return `Against the best fixed tilt, two tilts a year add ${gain(two.worstRatio)} % in the worst month and ${Math.round(two.yearKWh - best.yearKWh)} kWh a year; one more panel adds ${gain(more.worstRatio)} % and ${Math.round(more.yearKWh - best.yearKWh)} kWh. ${verdict}`;
}
