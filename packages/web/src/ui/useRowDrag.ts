import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
import { combine } from '@atlaskit/pragmatic-drag-and-drop/combine';
import { attachClosestEdge, extractClosestEdge } from '@atlaskit/pragmatic-drag-and-drop-hitbox/closest-edge';
import { useEffect, useState, type RefObject } from 'react';

/**
 * Lets a row be dragged by its grip to above or below another of its kind.
 * @param kind what the rows are, so that those of another list on the page are left alone
 * @param onDrop told the id of the row that lands here, and on which side; the same function while nothing changes
 * @returns where the dragged row would land on this one
 */
export function useRowDrag(
  kind: string,
  id: string,
  row: RefObject<HTMLElement | null>,
  grip: RefObject<HTMLElement | null>,
  onDrop: (dropped: string, where: 'before' | 'after') => void,
): 'above' | 'below' | undefined {
  const [over, setOver] = useState<'above' | 'below'>();
  useEffect(() => {
    if (!row.current || !grip.current) return undefined;
    return combine(
      draggable({ element: row.current, dragHandle: grip.current, getInitialData: () => ({ [kind]: id }) }),
      dropTargetForElements({
        element: row.current,
        canDrop: ({ source }) => kind in source.data && source.data[kind] !== id,
        getData: ({ input, element }) =>
          attachClosestEdge({}, { input, element, allowedEdges: ['top', 'bottom'] }),
        onDrag: ({ self }) => setOver(extractClosestEdge(self.data) === 'top' ? 'above' : 'below'),
        onDragLeave: () => setOver(undefined),
        onDrop: ({ self, source }) => {
          setOver(undefined);
          onDrop(String(source.data[kind]), extractClosestEdge(self.data) === 'top' ? 'before' : 'after');
        },
      }),
    );
  }, [grip, id, kind, onDrop, row]);
  return over;
}
