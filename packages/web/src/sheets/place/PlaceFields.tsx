import { useAppDispatch, useAppSelector } from '../../job/store';
import { putValue } from '../../job/edits';
import { useDesign, useEvaluation } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Row } from '../../ui/layout';
import { Pencil } from '../../job/fields/Pencil';
import { PencilDate } from '../../job/fields/PencilDate';
import { PencilText } from '../../job/fields/PencilWords';
import { HOME, pathOf, placeIn, removeStop } from './usePlaceEdits';

/** Where one place is, and of a stop, when. */
export function PlaceFields({ placeId, onGone }: { placeId: string; onGone: () => void }) {
  const dispatch = useAppDispatch();
  const design = useDesign();
  const place = placeIn(design, placeId);
  const path = pathOf(placeId);
  const picture = useEvaluation()?.climate?.places[placeId];
  const grid = useAppSelector(({ job }) =>
    placeId === HOME ? job.climate.grid : job.climate.grid?.stops?.[placeId],
  );
  const stop = design.stops[placeId];
  return (
    <Row>
      <PencilText
        label="Called"
        value={place.name}
        chars={16}
        onChange={(name, session) => dispatch(putValue('Rename the place', `${path}/name`, name, session))}
      />
      {stop ? (
        <>
          {(['from', 'to'] as const).map((key) => (
            <PencilDate
              key={`${placeId}.${key}`}
              place={`${path}/${key}`}
              label={key === 'from' ? 'From' : 'To and with'}
              date={stop[key]}
              onChange={(date, session) =>
                dispatch(
                  putValue(`Change the days at ${stop.name || 'the stop'}`, `${path}/${key}`, date, session),
                )
              }
            />
          ))}
        </>
      ) : null}
      <Pencil key={`${path}/lat`} path={`${path}/lat`} chars={11} optional />
      <Pencil key={`${path}/lon`} path={`${path}/lon`} chars={11} optional />
      <Pencil
        key={`${path}/altitude`}
        path={`${path}/altitude`}
        chars={8}
        optional
        fallback={grid?.altitudeM ?? null}
      />
      <Pencil
        key={`${path}/low`}
        path={`${path}/low`}
        chars={8}
        optional
        fallback={place.low ? null : picture?.lowC}
      />
      <Pencil
        key={`${path}/high`}
        path={`${path}/high`}
        chars={8}
        optional
        fallback={place.high ? null : picture?.highC}
      />
      {stop ? (
        <Action
          className="screen"
          onPress={() => {
            dispatch(removeStop(placeId));
            onGone();
          }}
        >
          Delete the stop
        </Action>
      ) : null}
    </Row>
  );
}
