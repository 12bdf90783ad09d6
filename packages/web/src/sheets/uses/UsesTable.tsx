import { usesInOrder } from '@ivolt/core';
import { memo, useCallback, useMemo, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from '../../job/store';
import { Hidden, pencilLook } from '../../ui/controls';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { color, site } from '../../ui/tokens';
import { useOnSite } from '../../ui/useMedia';
import { Library } from './Library';
import { addUse, moveUse, rowsOf, takeUses } from './useEdits';
import { cellOf, focusCell } from './cells';
import { UsesPaste } from './UsesPaste';
import { RowsInSight, type GoTo } from './RowsInSight';
import { UseRow } from './UseRow';

const Frame = styled(Scroll)`
  margin-top: 22px;
  font-size: 14px;
  th,
  td {
    padding-right: 7px;
    white-space: nowrap;
  }
  thead th {
    white-space: normal;
    line-height: 1.15;
  }
  td,
  tbody th {
    vertical-align: top;
  }
  &[data-whole='true'] :is(td, tbody th) {
    white-space: normal;
  }
  /* months that are several runs take several lines, not the width of a figure; of many rows each keeps to one */
  table:not([data-long='true']) td[data-label='Months'] button {
    max-width: 11ch;
    white-space: normal;
  }
  tbody {
    isolation: isolate;
  }
  /* what stands in a cell keeps to it by itself: a clip of each cell would be a layer to sort in every frame */
  table[data-long='true'] {
    table-layout: fixed;
  }
  ${site} {
    overflow: visible;
    font-size: 16px;
    table:not([data-long='true']) td[data-label='Months'] button {
      max-width: 100%;
    }
    table,
    tbody {
      display: block;
    }
    thead {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
    tr {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px 16px;
      padding: 14px 0;
      border-bottom: 1.5px solid ${color.ink};
    }
    td,
    tbody th {
      border: 0;
      padding: 0;
      display: block;
      text-align: left !important;
    }
    [data-label]::before {
      content: attr(data-label);
      display: block;
      font-size: 16px;
      color: ${color.soft};
    }
    tbody th,
    .wide,
    td:only-child {
      grid-column: 1 / 3;
    }
  }
`;

const NewName = styled.input`
  ${pencilLook}
  width: 24ch;
  max-width: 100%;
  min-height: 26px;
  &::placeholder {
    color: ${color.soft};
    opacity: 1;
  }
  ${site} {
    min-height: 46px;
    width: 100%;
    padding-top: 14px;
    font-size: 18px;
  }
`;

const Problems = styled.ul`
  margin: 10px 0 0;
  padding: 8px 14px 8px 30px;
  border: 1.5px solid ${color.act};
  font-size: 14px;
  max-height: 180px;
  overflow: auto;
`;

const HEADINGS = [
  'Use',
  'Watts each',
  'How many',
  'Hours a day',
  'Months',
  'AC or DC',
  'Surge, ×',
  'Standby watts',
  'Must it run?',
  'Energy a day',
  'More',
] as const;
const END: ReadonlySet<string> = new Set([
  'Watts each',
  'How many',
  'Hours a day',
  'Surge, ×',
  'Standby watts',
  'Energy a day',
]);

/** Widths of the columns of a long table, px: fixed, so that rows that come into sight do not move the others. */
const WIDTHS = [140, 72, 40, 64, 72, 32, 48, 52, 52, 78, 76] as const;

const Columns = () => (
  <colgroup>
    {WIDTHS.map((width, i) => (
      <col key={HEADINGS[i]} style={{ width }} />
    ))}
  </colgroup>
);

/** A table longer than this draws only the rows in sight. */
const MOST_AT_ONCE = 60;

/** The uses, row by row: Enter adds one, arrows go up and down, Alt with an arrow moves the row, a paste adds rows. */
export const UsesTable = memo(function UsesTable() {
  const dispatch = useAppDispatch();
  const uses = useAppSelector(({ job }) => job.design?.uses);
  const order = useMemo(() => usesInOrder({ uses: uses ?? {} }), [uses]);
  const [name, setName] = useState('');
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [pasted, setPasted] = useState<readonly (readonly string[])[] | null>(null);
  const [openId, setOpenId] = useState<string | null>(null);
  const onPhone = useOnSite();
  const whole = useReading();
  const long = !whole && order.length > MOST_AT_ONCE;
  const table = useRef<HTMLTableElement>(null);
  const goToRef = useRef<GoTo>(null);

  const add = useCallback(
    (text: string, below: string | null) => {
      const id = dispatch(addUse(text, below));
      // folded it would have no field to go to
      if (onPhone) setOpenId(id);
      requestAnimationFrame(() => goToRef.current?.(id));
      focusCell(id, text ? 'watts' : 'name');
    },
    [dispatch, onPhone],
  );
  const addBelow = useCallback((id: string) => add('', id), [add]);

  const keys = (event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    const [row, column] = (target.dataset.cell ?? '').split('.');
    if (!row || !column || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    const by = event.key === 'ArrowUp' ? -1 : 1;
    if (event.altKey || column === 'grip') {
      event.preventDefault();
      dispatch(moveUse(row, by));
      focusCell(row, column);
    } else if (target.tagName === 'INPUT') {
      event.preventDefault();
      const next = order[order.findIndex(([id]) => id === row) + by]?.[0];
      if (next) {
        if (!cellOf(next, column)) goToRef.current?.(next);
        focusCell(next, column);
      } else if (by === 1) document.querySelector<HTMLElement>('[data-cell="new.name"]')?.focus();
    }
  };

  const paste = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    setName('');
    setProblems([]);
    void rowsOf(text).then(setPasted);
  };

  return (
    <>
      <Frame onPaste={paste} data-whole={whole}>
        <Table
          ref={table}
          onKeyDown={keys}
          aria-label="Uses"
          data-long={long}
          aria-rowcount={long ? order.length + 2 : undefined}
        >
          {long ? <Columns /> : null}
          <thead>
            <tr>
              {HEADINGS.map((heading) => (
                <th key={heading} scope="col" className={END.has(heading) ? 'n' : undefined}>
                  {heading === 'More' ? <Hidden>{heading}</Hidden> : heading}
                </th>
              ))}
            </tr>
          </thead>
          {!long ? (
            order.map(([id, use], index) => (
              <UseRow
                key={id}
                id={id}
                use={use}
                index={index}
                open={id === openId}
                onOpen={setOpenId}
                onAddBelow={addBelow}
              />
            ))
          ) : (
            <RowsInSight
              order={order}
              openId={openId}
              onOpen={setOpenId}
              onAddBelow={addBelow}
              columns={HEADINGS.length}
              goToRef={goToRef}
            />
          )}
          <tbody>
            <tr className="screen">
              <td colSpan={HEADINGS.length}>
                <NewName
                  aria-label="Add a use"
                  value={name}
                  onChange={(event) => setName(event.target.value)}
                  maxLength={120}
                  data-cell="new.name"
                  data-field
                  placeholder={order.length === 0 ? 'First use, then Enter' : 'Next use, then Enter'}
                  autoComplete="off"
                  onKeyDown={(event) => {
                    if (event.key === 'Enter' && name.trim() !== '') {
                      add(name.trim(), null);
                      setName('');
                    } else if (event.key === 'ArrowUp' && order.length > 0) {
                      event.preventDefault();
                      const last = order.at(-1)?.[0] ?? '';
                      goToRef.current?.(last);
                      focusCell(last, 'name');
                    }
                  }}
                />
              </td>
            </tr>
          </tbody>
        </Table>
      </Frame>
      {pasted ? (
        <UsesPaste
          rows={pasted}
          onTake={(taken, untaken, leftOut) => {
            const first = dispatch(takeUses(taken, leftOut));
            setPasted(null);
            setProblems(untaken);
            if (!first) return;
            requestAnimationFrame(() => goToRef.current?.(first));
            focusCell(first, 'name');
          }}
          onDrop={() => {
            setPasted(null);
            document.querySelector<HTMLElement>('[data-cell="new.name"]')?.focus();
          }}
        />
      ) : null}
      {problems.length > 0 ? (
        <Problems role="alert">
          {problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </Problems>
      ) : null}
      <Note style={{ marginTop: 8 }} className="screen">
        Enter after a name goes on to its watts, after a figure it adds a row below. Type 60 W, 5A*12V or
        1.2kW; end with ? for a guess. Paste rows from a spreadsheet, with its headings or as use, watts, how
        many, hours, months: what each column was taken for is shown before it is taken. ▸ opens all of a use:
        meters and labels, hours painted, starts, stages.
      </Note>
      <Row className="screen" style={{ marginTop: 8 }}>
        <Library />
      </Row>
    </>
  );
});
