import type { Use } from '@ivolt/core';
import { useWindowVirtualizer, type Range } from '@tanstack/react-virtual';
import { useCallback, useImperativeHandle, useState, type Ref, type RefCallback } from 'react';
import { PlainRow } from './PlainRow';
import { UseRow, type RowProps } from './UseRow';

/** Brings the row of a use into sight. */
export type GoTo = (id: string) => void;

interface TableProps {
  order: readonly (readonly [string, Use])[];
  openId: string | null;
  onOpen: (id: string | null) => void;
  onAddBelow: (id: string) => void;
  columns: number;
  goToRef: Ref<GoTo>;
}

/** Heights of a row before it is seen, wide and on a phone, px. */
const ROW_PX = 36;
const PHONE_ROW_PX = 420;

/** Rows come and go so many at a time, so that between two such steps scrolling draws nothing anew. */
const CHUNK = 12;
const PHONE_CHUNK = 3;

const inChunks = (chunk: number) => (range: Range) => {
  const { startIndex, endIndex, count } = range;
  const first = Math.max(0, (Math.floor(startIndex / chunk) - 1) * chunk);
  const last = Math.min(count - 1, (Math.floor(endIndex / chunk) + 2) * chunk - 1);
  return Array.from({ length: last - first + 1 }, (_, i) => first + i);
};

/** The rows in sight, and room for the others above and below them. */
export function RowsInSight({ order, openId, onOpen, onAddBelow, columns, goToRef }: TableProps) {
  const [top, setTop] = useState(0);
  const [phone] = useState(() => window.innerWidth <= 700);
  const rows = useWindowVirtualizer({
    count: order.length,
    estimateSize: () => (phone ? PHONE_ROW_PX : ROW_PX),
    overscan: 0,
    scrollMargin: top,
    scrollPaddingStart: 120,
    rangeExtractor: phone ? inChunks(PHONE_CHUNK) : inChunks(CHUNK),
    getItemKey: (index) => order[index]?.[0] ?? index,
  });
  useImperativeHandle(goToRef, () => (id: string) => {
    const index = order.findIndex(([other]) => other === id);
    if (index >= 0) rows.scrollToIndex(index, { align: 'auto' });
  });
  const placed = useCallback<RefCallback<HTMLElement>>((element) => {
    if (element) setTop(Math.round(element.getBoundingClientRect().top + window.scrollY));
  }, []);
  const items = rows.getVirtualItems();
  const above = (items[0]?.start ?? top) - top;
  const below = rows.getTotalSize() - ((items.at(-1)?.end ?? top) - top);
  return (
    <>
      <Room columns={columns} height={above} placed={placed} />
      {items.map(({ key, index }) => {
        const [id, use] = order[index] ?? [];
        return id && use ? (
          <RestingRow
            key={key}
            rushing={rows.isScrolling && !phone}
            id={id}
            use={use}
            index={index}
            open={id === openId}
            onOpen={onOpen}
            onAddBelow={onAddBelow}
            measure={rows.measureElement}
          />
        ) : null;
      })}
      <Room columns={columns} height={below} />
    </>
  );
}

/** A row that comes into sight while the table rushes past is words only until it rests, and whole from then on. */
function RestingRow({ rushing, ...row }: RowProps & { rushing: boolean }) {
  const [whole, setWhole] = useState(!rushing);
  if (!rushing && !whole) setWhole(true);
  return whole || row.open ? <UseRow {...row} /> : <PlainRow id={row.id} use={row.use} index={row.index} />;
}

function Room({
  columns,
  height,
  placed,
}: {
  columns: number;
  height: number;
  placed?: RefCallback<HTMLElement>;
}) {
  return (
    <tbody aria-hidden ref={placed}>
      {height > 0 ? (
        <tr>
          <td colSpan={columns} style={{ height, padding: 0, border: 0 }} />
        </tr>
      ) : null}
    </tbody>
  );
}
