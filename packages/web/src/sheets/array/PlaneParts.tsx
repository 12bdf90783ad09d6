import { withValueAt, type PlaneKind, type Season } from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { edit, putValue } from '../../job/edits';
import { useArray, useDesignPart, useEvaluation } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Select, type Choice } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';

const KINDS: readonly Choice<PlaneKind>[] = [
  { id: 'fixed', label: 'at one tilt', about: 'on a rack, a pole or the ground' },
  { id: 'roof', label: 'flat on a roof', about: 'the roof’s own slope and direction' },
  { id: 'seasonal', label: 'by the season', about: 'tilted anew two or four times a year' },
  { id: 'moving', label: 'on a roof that moves', about: 'heading unknown: the mean of all directions' },
];

const SEASONS: Readonly<Record<2 | 4, readonly Season[]>> = {
  2: ['winter', 'summer'],
  4: ['winter', 'spring', 'summer', 'autumn'],
};
const SEASON_WORDS: Readonly<Record<Season, string>> = {
  winter: 'Winter tilt',
  spring: 'Spring tilt',
  summer: 'Summer tilt',
  autumn: 'Autumn tilt',
};

/** Which way the panels face, and how that is held. */
export function PlaneFields() {
  const dispatch = useAppDispatch();
  const { plan, path } = useArray();
  const { plane } = plan;
  const take = (kind: PlaneKind) =>
    dispatch(
      edit(`Panels ${KINDS.find(({ id }) => id === kind)?.label ?? ''}`, (design) => {
        const turned = withValueAt(design, `${path}/plane/kind`, kind);
        // a roof is hot; whoever moves panels there means the mounting with it
        return kind === 'roof' || kind === 'moving'
          ? withValueAt(turned, `${path}/mounting`, 'roof')
          : turned;
      }),
    );
  return (
    <>
      <Select label="Held" value={plane.kind} choices={KINDS} onChange={take} />
      {plane.kind === 'seasonal' ? (
        <>
          <Select
            label="Tilts a year"
            value={String(plane.seasons)}
            choices={[
              { id: '2', label: 'two', about: 'changed at the equinoxes' },
              { id: '4', label: 'four', about: 'changed every three months' },
            ]}
            onChange={(next) =>
              dispatch(putValue('Change the tilts a year', `${path}/plane/seasons`, Number(next)))
            }
          />
          {SEASONS[plane.seasons].map((season) => (
            <Pencil key={season} path={`${path}/plane/tilts/${season}`} label={SEASON_WORDS[season]} />
          ))}
        </>
      ) : (
        <Pencil path={`${path}/plane/tilt`} label={plane.kind === 'roof' ? 'Roof slope' : undefined} />
      )}
      {plane.kind === 'moving' && plane.tilt.value === 0 ? null : (
        <Pencil
          path={`${path}/plane/azimuth`}
          label={plane.kind === 'roof' ? 'Roof faces' : plane.kind === 'moving' ? 'From the bow' : undefined}
        />
      )}
    </>
  );
}

/** Offers the best fixed tilt where the chosen one is another. */
export function BestTilt() {
  const dispatch = useAppDispatch();
  const { plan, path } = useArray();
  const best = useEvaluation()?.bestTiltDeg ?? null;
  const arrays = useDesignPart('arrays');
  if (best === null || plan.plane.kind !== 'fixed' || Object.keys(arrays).length > 1) return null;
  if (Math.abs(best - plan.plane.tilt.value) < 5) return null;
  return (
    <Note style={{ marginTop: 10 }} className="screen">
      For the months in use the best fixed tilt is {best}°.{' '}
      <Action
        onPress={() =>
          dispatch(putValue(`Tilt ${best}°`, `${path}/plane/tilt`, { value: best, from: 'chosen' }))
        }
      >
        Tilt {best}°
      </Action>
    </Note>
  );
}

/** Rows one behind another, and how they shade each other. */
export function RowsFields() {
  const dispatch = useAppDispatch();
  const { plan, path } = useArray();
  const many = plan.rows.count.value > 1;
  return (
    <Row>
      <Pencil path={`${path}/rows/count`} />
      {many ? (
        <>
          <Pencil path={`${path}/rows/pitch`} />
          <Pencil path={`${path}/rows/length`} />
          <Select
            label="Panels stand"
            value={plan.rows.upright ? 'upright' : 'lying'}
            choices={[
              { id: 'lying', label: 'on their long side', about: 'shade stops them by thirds' },
              { id: 'upright', label: 'on their short side', about: 'shade on the foot stops the whole' },
            ]}
            onChange={(next) =>
              dispatch(putValue('Turn the panels of the rows', `${path}/rows/upright`, next === 'upright'))
            }
          />
        </>
      ) : null}
    </Row>
  );
}
