import { formatDayMonth, inOrder } from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { useDesignPart } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Tabs } from '../../ui/Tabs';
import { HOME, addStop } from './usePlaceEdits';

/** Home and the stops of a job that moves, one to be looked at; nothing where it stays. */
export function StopTabs({ shown, onShow }: { shown: string; onShow: (placeId: string) => void }) {
  const place = useDesignPart('place');
  const stops = useDesignPart('stops');
  const inTurn = inOrder(stops);
  if (inTurn.length === 0) return null;
  return (
    <Tabs
      label="Places"
      shown={shown}
      onShow={onShow}
      tabs={[
        { id: HOME, name: place.name || 'Home', about: 'all other days' },
        ...inTurn.map(([id, { name, from, to }]) => ({
          id,
          name: name || 'Unnamed',
          about: `${formatDayMonth(from)} to ${formatDayMonth(to)}`,
        })),
      ]}
    />
  );
}

export function AddStop({ onShow }: { onShow: (placeId: string) => void }) {
  const dispatch = useAppDispatch();
  const stops = useDesignPart('stops');
  const kind = useDesignPart('kind');
  const none = Object.keys(stops).length === 0;
  return (
    <Row className="screen" style={{ marginTop: 14, alignItems: 'center' }}>
      <Action onPress={() => onShow(dispatch(addStop()))}>
        {none ? 'It moves: add a stop' : 'Add a stop'}
      </Action>
      {none && (kind === 'boat' || kind === 'trailer') ? (
        <Note>A stop has its own place and dates; the year is stitched from them.</Note>
      ) : null}
    </Row>
  );
}
