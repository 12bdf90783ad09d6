import { GRID_CREDITS, GRID_HONESTY, PLACE_NAME_CREDITS } from '@ivolt/core';
import { styled } from 'styled-components';
import { useAppSelector } from '../../app/store';
import { useDesign, useEvaluation } from '../../job/hooks';
import { Note, Row, Section } from '../../ui/layout';
import { Pencil } from '../../ui/Pencil';
import { SheetHead } from '../../ui/SheetHead';
import { ClimateTable } from './ClimateTable';
import { PlaceSearch } from './PlaceSearch';

const Fine = styled(Note)`
  margin-top: 8px;
`;

/** Step 2: where it stands, and what sky that is. */
export function PlaceSheet() {
  const evaluation = useEvaluation();
  const design = useDesign();
  const status = useAppSelector(({ job }) => job.climate.status);
  const climate = evaluation?.climate ?? null;
  const grid = useAppSelector(({ job }) => job.climate.grid);
  return (
    <>
      <SheetHead sheet="place" />
      <PlaceSearch />
      <Section aria-labelledby="place-where">
        <h2 id="place-where">{design.place.name || 'Where it stands'}</h2>
        <Row>
          <Pencil path="/place/lat" chars={11} optional />
          <Pencil path="/place/lon" chars={11} optional />
          <Pencil path="/place/altitude" chars={8} optional fallback={grid?.altitudeM ?? null} />
          <Pencil path="/place/low" chars={8} optional fallback={design.place.low ? null : climate?.lowC} />
          <Pencil
            path="/place/high"
            chars={8}
            optional
            fallback={design.place.high ? null : climate?.highC}
          />
        </Row>
        {status === 'reading' ? <Fine role="status">Reading the climate of this place …</Fine> : null}
        {status === 'away' ? (
          <Fine role="alert">
            The climate could not be read: the server does not answer. Trying again; twelve typed months do
            without it.
          </Fine>
        ) : null}
        {status === 'none' ? (
          <Fine>
            Coordinates may be typed as 41.6, 41.6N, or 41°36'12"N. Leave height and records empty to take the
            grid’s.
          </Fine>
        ) : null}
      </Section>
      <ClimateTable />
      <Section aria-labelledby="place-worth">
        <h2 id="place-worth">What these figures are worth</h2>
        <Note>{GRID_HONESTY}</Note>
        <Fine>{GRID_CREDITS}</Fine>
        <Fine>{PLACE_NAME_CREDITS}</Fine>
      </Section>
    </>
  );
}
