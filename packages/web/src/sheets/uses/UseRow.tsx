import { USE_FORMS, runningW, type Priority, type Supply, type Use } from '@ivolt/core';
import { memo, useCallback, useRef, type Ref } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { Commands, Select, type Choice } from '../../ui/Opener';
import { Ink } from '../../job/fields/Ink';
import { Pencil } from '../../job/fields/Pencil';
import { PencilText } from '../../job/fields/PencilWords';
import { useReading } from '../../ui/reading';
import { color, site } from '../../ui/tokens';
import { cellOf, focusCell } from './cells';
import { duplicateUse, moveUse, placeUse, removeUse } from './useEdits';
import { UseInFull } from './UseInFull';
import { MonthsField } from '../../ui/MonthsField';
import { useRowDrag } from '../../ui/useRowDrag';
import { hoursTold, watts } from './useWords';

const PRIORITIES: readonly Choice<Priority>[] = [
  { id: 'must', label: 'must', about: 'rides through dark days' },
  { id: 'should', label: 'should', about: 'may be shed for a while' },
  { id: 'surplus', label: 'surplus', about: 'only when the bank is full; not counted in the size' },
];
const SIDES: readonly Choice<Supply>[] = [
  { id: 'ac', label: 'AC', about: 'through the inverter' },
  { id: 'dc', label: 'DC', about: 'straight from the bank' },
];

type Command = 'open' | 'duplicate' | 'up' | 'down' | 'delete';
const COMMANDS: readonly Choice<Command>[] = [
  { id: 'duplicate', label: 'Duplicate' },
  { id: 'up', label: 'Move up' },
  { id: 'down', label: 'Move down' },
  { id: 'delete', label: 'Delete' },
];

const OPEN: readonly Choice<Command>[] = [{ id: 'open', label: 'All of it' }, ...COMMANDS];
const CLOSE: readonly Choice<Command>[] = [{ id: 'open', label: 'Fold it up' }, ...COMMANDS];

const Told = styled.button`
  border: 0;
  background: none;
  padding: 1px 0;
  min-height: 24px;
  max-width: 12ch;
  line-height: 1.15;
  font-size: 13px;
  text-align: inherit;
  white-space: normal;
  cursor: pointer;
  text-decoration: underline dotted ${color.soft};
  text-underline-offset: 3px;
  ${site} {
    font-size: 17px;
    min-height: 44px;
    max-width: none;
  }
`;

const Unfold = styled.button`
  border: 0;
  background: none;
  color: ${color.ink};
  min-width: 24px;
  min-height: 24px;
  padding: 0;
  cursor: pointer;
  ${site} {
    min-width: 44px;
    min-height: 44px;
  }
`;

const Line = styled.tr`
  &[data-over='below'] > * {
    border-bottom: 3px solid ${color.act};
  }
  &[data-over='above'] > * {
    border-top: 3px solid ${color.act};
  }
  .tools {
    display: flex;
  }
  /* on a phone a use is its name, hours and energy until it is opened */
  ${site} {
    &[data-open='false'] td.more {
      display: none;
    }
  }
`;

const Grip = styled.button`
  border: 0;
  background: none;
  color: ${color.soft};
  min-width: 24px;
  min-height: 24px;
  padding: 0;
  cursor: grab;
  touch-action: none;
  ${site} {
    display: none;
  }
`;

export interface RowProps {
  id: string;
  use: Use;
  /** Place in the table, for the window that only draws what is in sight. */
  index: number;
  open: boolean;
  onOpen: (id: string | null) => void;
  onAddBelow: (id: string) => void;
  measure?: Ref<HTMLTableSectionElement>;
}

/** The figures of a row are read by their own fields; the row itself is drawn again only for the rest. */
const sameRow = (a: RowProps, b: RowProps) =>
  a.id === b.id &&
  a.index === b.index &&
  a.open === b.open &&
  a.onOpen === b.onOpen &&
  a.onAddBelow === b.onAddBelow &&
  a.measure === b.measure &&
  a.use.name === b.use.name &&
  a.use.months === b.use.months &&
  a.use.supply === b.use.supply &&
  a.use.priority === b.use.priority &&
  a.use.form === b.use.form &&
  a.use.given === b.use.given &&
  a.use.paint === b.use.paint &&
  (!b.open || a.use === b.use) &&
  a.use.series === b.use.series &&
  a.use.days === b.use.days &&
  a.use.start === b.use.start &&
  a.use.stage === b.use.stage;

/** One use. Its grip is dragged to where the row belongs, or moves it by the arrow keys. */
export const UseRow = memo(function UseRow({ id, use, index, open, onOpen, onAddBelow, measure }: RowProps) {
  const onEnter = () => onAddBelow(id);
  const dispatch = useAppDispatch();
  const name = use.name || 'the unnamed use';
  const grip = useRef<HTMLButtonElement>(null);
  const row = useRef<HTMLTableRowElement>(null);
  const over = useRowDrag(
    'use',
    id,
    row,
    grip,
    useCallback((dropped, where) => dispatch(placeUse(dropped, id, where)), [dispatch, id]),
  );
  const cell = (column: string) => `${id}.${column}`;
  const put = (label: string, key: keyof Use, value: unknown, session: string | null = null) =>
    dispatch(putValue(`${label} ${name}`, `/uses/${id}/${key}`, value, session));
  const figure = (key: string, label: string, chars: number) => (
    <Pencil
      path={`/uses/${id}/${key}`}
      label={`${label}, ${name}`}
      hideLabel
      chars={chars}
      align="end"
      cell={cell(key)}
      onEnter={onEnter}
    />
  );

  const hours = hoursTold(use);
  /** What follows from something else is opened there. */
  const reading = useReading();
  const told = (words: string) =>
    reading ? (
      words
    ) : (
      <Told type="button" onClick={() => onOpen(id)} aria-label={`${words}, ${name} in full`}>
        {words}
      </Told>
    );

  return (
    <tbody ref={measure} data-index={index}>
      <Line ref={row} aria-rowindex={index + 2} data-over={over} data-use={use.name} data-open={open}>
        <th scope="row">
          <PencilText
            label={`Name of use ${index + 1}`}
            hideLabel
            value={use.name}
            chars={14}
            cell={cell('name')}
            onEnter={() => {
              const next = USE_FORMS[use.form].watts ? 'watts' : 'count';
              // on a phone a folded use shows neither
              if (!open && cellOf(id, next)?.offsetParent === null) onOpen(id);
              focusCell(id, next, 1);
            }}
            onChange={(next, session) => put('Rename', 'name', next, session)}
          />
        </th>
        <td className="n more" data-label="Watts each">
          {USE_FORMS[use.form].watts ? figure('watts', 'Watts', 6) : told(watts(runningW(use)))}
        </td>
        <td className="n more" data-label="How many">
          {figure('count', 'How many', 2)}
        </td>
        <td className="n" data-label="Hours a day">
          {hours === null ? figure('hours', 'Hours a day', 4) : told(hours)}
        </td>
        <td className="more" data-label="Months">
          <MonthsField
            months={use.months}
            label={`Months of ${name}`}
            cell={cell('months')}
            onChange={(months) => put('Change the months of', 'months', months)}
          />
        </td>
        <td className="more" data-label="AC or DC">
          <Select
            label={`AC or DC, ${name}`}
            hideLabel
            compact
            value={use.supply}
            choices={SIDES}
            cell={cell('supply')}
            onChange={(supply) => put(`Take ${supply.toUpperCase()} for`, 'supply', supply)}
          />
        </td>
        <td className="n more" data-label="Surge, ×">
          {use.start === 'factor'
            ? figure('startFactor', 'Starting surge', 3)
            : told(use.start === 'amps' ? 'by LRA' : 'measured')}
        </td>
        <td className="n more" data-label="Standby watts">
          {figure('standby', 'Standby watts', 4)}
        </td>
        <td className="more" data-label="Must it run?">
          <Select
            label={`Must ${name} run?`}
            hideLabel
            compact
            value={use.priority}
            choices={PRIORITIES}
            cell={cell('priority')}
            onChange={(priority) => put('Change how it matters:', 'priority', priority)}
          />
        </td>
        <td className="n" data-label="Energy a day">
          <Ink id={`use:${id}`} title={`${name}, a day:`} />
        </td>
        <td className="screen">
          <span className="tools">
            <Grip
              ref={grip}
              type="button"
              aria-label={`Move ${name}`}
              aria-description="Drag it, or press an arrow key up or down"
              data-cell={cell('grip')}
            >
              ⠿
            </Grip>
            <Commands
              label={`More for ${name}`}
              sign="⋯"
              commands={open ? CLOSE : OPEN}
              onChoose={(command) => {
                if (command === 'open') onOpen(open ? null : id);
                else if (command === 'duplicate') dispatch(duplicateUse(id));
                else if (command === 'delete') dispatch(removeUse(id));
                else dispatch(moveUse(id, command === 'up' ? -1 : 1));
              }}
            />
            <Unfold
              type="button"
              aria-expanded={open}
              aria-label={`${name} in full`}
              data-cell={cell('open')}
              onClick={() => onOpen(open ? null : id)}
            >
              {open ? '▾' : '▸'}
            </Unfold>
          </span>
        </td>
      </Line>
      {open ? (
        <tr>
          <td colSpan={11} className="wide">
            <UseInFull id={id} use={use} />
          </td>
        </tr>
      ) : null}
    </tbody>
  );
}, sameRow);
