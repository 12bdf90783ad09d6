import { GRID_CREDITS, GRID_HONESTY, PLACE_NAME_CREDITS, inOrder } from '@ivolt/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { WorldMap } from '../../charts/WorldMap';
import { useAppDispatch, useAppSelector } from '../../job/store';
import { useDesign } from '../../job/hooks';
import { placeOf } from '../../job/place';
import { Note } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { SheetHead } from '../../job/fields/SheetHead';
import { ClimateTable } from './ClimateTable';
import { DarkPart } from './DarkPart';
import { PlaceFields } from './PlaceFields';
import { PlaceSearch } from './PlaceSearch';
import { AddStop, StopTabs } from './StopsPart';
import { WeatherPart } from './WeatherPart';
import { HOME, movePlace, placeIn } from './usePlaceEdits';

const Fine = styled(Note)`
  margin-top: 8px;
`;

const MapRoom = styled.div`
  min-height: 302px;
  margin: 14px 0;
  @media print {
    display: none;
  }
`;

/** Step 2: where it stands, or stays in turn, and what sky that is. */
export function PlaceSheet() {
  const dispatch = useAppDispatch();
  const design = useDesign();
  const status = useAppSelector(({ job }) => job.climate.status);
  const [asked, setAsked] = useState(HOME);
  const placeId = asked === HOME || design.stops[asked] ? asked : HOME;
  const place = placeIn(design, placeId);
  const marks = [[HOME, design.place] as const, ...inOrder(design.stops)].flatMap(([id, at]) => {
    const point = placeOf(at);
    return point
      ? [{ id, name: at.name || (id === HOME ? 'Home' : 'Stop'), ...point, shown: id === placeId }]
      : [];
  });
  const reading = useReading();
  return (
    <>
      <SheetHead sheet="place" />
      <StopTabs shown={placeId} onShow={setAsked} />
      {reading ? null : (
        <>
          <PlaceSearch
            onTake={(to) => dispatch(movePlace(placeId, to))}
            latPath={placeId === HOME ? '/place/lat' : `/stops/${placeId}/lat`}
          />
          <MapRoom>
            <WorldMap
              marks={marks}
              onTake={(lat, lon) => dispatch(movePlace(placeId, { name: '', lat, lon }))}
            />
          </MapRoom>
        </>
      )}
      <Section part="place-where" style={{ marginTop: 14 }} title={<>{place.name || 'Where it stands'}</>}>
        <PlaceFields placeId={placeId} onGone={() => setAsked(HOME)} />
        <AddStop onShow={setAsked} />
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
      <ClimateTable placeId={placeId} />
      <DarkPart />
      <WeatherPart placeId={placeId} />
      <Section part="place-worth" title="What the grid’s figures are worth">
        <Note>{GRID_HONESTY}</Note>
        <Fine>{GRID_CREDITS}</Fine>
        <Fine>{PLACE_NAME_CREDITS} Coasts: Natural Earth, public domain.</Fine>
      </Section>
    </>
  );
}
