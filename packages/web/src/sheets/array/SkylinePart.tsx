import {
  chosen,
  guess,
  inOrder,
  isOpen,
  withValueAt,
  writeHorizon,
  type Obstacle,
  type ObstacleKind,
  type Skyline,
} from '@ivolt/core';
import { useCallback } from 'react';
import { useAppDispatch } from '../../job/store';
import { LostHours } from '../../charts/LostHours';
import { SkylinePicture } from '../../charts/SkylinePicture';
import { edit, putValue } from '../../job/edits';
import { useArray, useDesignPart, usePartId } from '../../job/hooks';
import { useReckoned } from '../../job/useReckoned';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { saveFile } from '../../ui/saveFile';
import { Section } from '../../ui/Section';
import { Commands, type Choice } from '../../ui/Opener';
import { HorizonText } from './HorizonText';
import { Obstacles } from './Obstacles';

const KINDS: readonly Choice<ObstacleKind>[] = [
  { id: 'tree', label: 'Tree or row of trees' },
  { id: 'ridge', label: 'Ridge or building' },
  { id: 'chimney', label: 'Chimney' },
  { id: 'mast', label: 'Mast or aerial' },
  { id: 'boom', label: 'Boom or awning' },
  { id: 'box', label: 'Equipment box' },
];

/** Where each kind usually stands: distance, top and bottom above the panels, width, m. A first guess to type over. */
const USUAL: Readonly<Record<ObstacleKind, readonly [number, number, number, number]>> = {
  tree: [15, 8, 0, 5],
  ridge: [100, 20, 0, 150],
  chimney: [3, 1.5, 0, 0.7],
  mast: [3, 6, 0, 0.1],
  boom: [2, 1.3, 1, 3],
  box: [2, 0.6, 0, 0.9],
};

function newObstacle(kind: ObstacleKind, azimuth: number, position: number): Obstacle {
  const [distance, height, bottom, width] = USUAL[kind];
  return {
    name: KINDS.find(({ id }) => id === kind)?.label.split(' or ')[0] ?? '',
    kind,
    position,
    azimuth: guess(azimuth),
    distance: guess(distance),
    height: guess(height),
    bottom: chosen(bottom),
    width: guess(width),
    leafed: guess(15),
    bare: guess(55),
    bareMonths: azimuth === 180 ? [11, 12, 1, 2, 3, 4] : [5, 6, 7, 8, 9, 10],
  };
}

/** What stands between one array and the sun, and what it costs. */
export function SkylinePart() {
  const dispatch = useAppDispatch();
  const arrays = useDesignPart('arrays');
  const { id, plan, path } = useArray();
  const partId = usePartId('array-skyline');
  const { skyline } = plan;
  const picture = useReckoned(
    useCallback((core, design, grid) => core.sky(design, grid, id), [id]),
    id,
  );
  const others = inOrder(arrays).filter(([other, array]) => other !== id && !isOpen(array.skyline));
  const paint = useCallback(
    (heights: Readonly<Record<string, number>>, stroke: string) =>
      dispatch(
        edit(
          'Paint the horizon',
          (design) => {
            const points = { ...design.arrays[id]?.skyline.points };
            for (const [azimuth, height] of Object.entries(heights)) {
              if (height > 0) points[azimuth] = height;
              else delete points[azimuth];
            }
            return withValueAt(design, `/arrays/${id}/skyline/points`, points);
          },
          `horizon ${id} ${stroke}`,
        ),
      ),
    [dispatch, id],
  );
  const put = (label: string, next: Skyline) => dispatch(putValue(label, `${path}/skyline`, next));
  const add = (kind: ObstacleKind) => {
    const position = Math.max(0, ...Object.values(skyline.obstacles).map((one) => one.position)) + 1;
    const azimuth = (picture?.latDeg ?? 1) >= 0 ? 180 : 0;
    const key = `o${crypto.randomUUID().slice(0, 8)}`;
    const fresh = newObstacle(kind, azimuth, position);
    dispatch(putValue(`Place ${fresh.name.toLowerCase()}`, `${path}/skyline/obstacles/${key}`, fresh));
  };
  const lost = picture && picture.yearLostKWh > 0.5;
  return (
    <Section part={partId} title="What stands in the light">
      <p style={{ marginBottom: 8 }} data-testid="skyline-cost">
        {picture === null
          ? 'The sun’s tracks wait for the place.'
          : lost
            ? `It takes ${Math.round(picture.yearLostKWh)} kWh a year, ${Math.round((100 * picture.yearLostKWh) / (picture.yearLostKWh + picture.yearLeftKWh))} % of what ${Object.keys(arrays).length > 1 ? plan.name : 'the array'} would make.`
            : 'Nothing yet: the sky is taken as open all round.'}
      </p>
      <SkylinePicture
        picture={picture}
        skyline={skyline}
        breadth={{ widthM: plan.width.value, facingDeg: plan.plane.azimuth.value }}
        onPaint={paint}
      />
      <Note className="screen">
        Drag over the picture to paint the horizon, or focus it and use the arrow keys.
        {picture && Object.keys(arrays).length > 0 ? ` Sun of ${picture.placeName}, in solar hours.` : ''}
      </Note>
      <Row style={{ marginTop: 10, alignItems: 'center' }} className="screen">
        <Commands
          label="Place something in the light"
          sign="Place something"
          look="words"
          commands={KINDS}
          onChoose={add}
        />
        <HorizonText
          points={skyline.points}
          onPoints={(points) => put('Type the horizon', { ...skyline, points })}
        />
        <Action onPress={() => saveFile('horizon.csv', 'text/csv', writeHorizon(skyline.points))}>
          Save as CSV
        </Action>
        {isOpen(skyline) ? null : (
          <Action onPress={() => put('Clear the skyline', { points: {}, obstacles: {} })}>
            Clear it all
          </Action>
        )}
        {others.map(([other, { name, skyline: theirs }]) => (
          <Action key={other} onPress={() => put(`Take the skyline of ${name}`, theirs)}>
            Take that of {name}
          </Action>
        ))}
      </Row>
      <Obstacles />
      {picture && lost ? (
        <>
          <h3 style={{ marginTop: 18, fontSize: 16 }}>Hours that are lost, by month</h3>
          <LostHours picture={picture} />
        </>
      ) : null}
    </Section>
  );
}
