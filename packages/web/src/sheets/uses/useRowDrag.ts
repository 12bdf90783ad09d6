import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
import { combine } from '@atlaskit/pragmatic-drag-and-drop/combine';
import { attachClosestEdge, extractClosestEdge } from '@atlaskit/pragmatic-drag-and-drop-hitbox/closest-edge';
import { useEffect, useState, type RefObject } from 'react';
import { useAppDispatch } from '../../job/store';
import { placeUse } from './useEdits';

/** Lets a row be dragged by its grip to above or below another. @returns where the dragged row would land on this one */
export function useRowDrag(
  id: string,
  row: RefObject<HTMLTableRowElement | null>,
  grip: RefObject<HTMLButtonElement | null>,
): 'above' | 'below' | undefined {
  const dispatch = useAppDispatch();
  const [over, setOver] = useState<'above' | 'below'>();
  useEffect(() => {
    if (!row.current || !grip.current) return undefined;
    return combine(
      draggable({ element: row.current, dragHandle: grip.current, getInitialData: () => ({ useId: id }) }),
      dropTargetForElements({
        element: row.current,
        canDrop: ({ source }) => 'useId' in source.data && source.data.useId !== id,
        getData: ({ input, element }) =>
          attachClosestEdge({}, { input, element, allowedEdges: ['top', 'bottom'] }),
        onDrag: ({ self }) => setOver(extractClosestEdge(self.data) === 'top' ? 'above' : 'below'),
        onDragLeave: () => setOver(undefined),
        onDrop: ({ self, source }) => {
          setOver(undefined);
          const where = extractClosestEdge(self.data) === 'top' ? 'before' : 'after';
          dispatch(placeUse(String(source.data.useId), id, where));
        },
      }),
    );
  }, [dispatch, grip, id, row]);
  return over;
}
