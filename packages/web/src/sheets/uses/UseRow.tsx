import type { Priority, Supply, Use } from '@ivolt/core';
import { memo, useRef } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../app/store';
import { putValue } from '../../job/edits';
import { Commands, Select, type Choice } from '../../ui/Opener';
import { Ink } from '../../ui/Ink';
import { Pencil } from '../../ui/Pencil';
import { PencilText } from '../../ui/PencilWords';
import { color, site } from '../../ui/tokens';
import { duplicateUse, moveUse, removeUse } from './useEdits';
import { MonthsField } from './MonthsField';
import { useRowDrag } from './useRowDrag';

const PRIORITIES: readonly Choice<Priority>[] = [
  { id: 'must', label: 'must', about: 'rides through dark days' },
  { id: 'should', label: 'should', about: 'may be shed for a while' },
  { id: 'surplus', label: 'surplus', about: 'only when the bank is full; not counted in the size' },
];
const SIDES: readonly Choice<Supply>[] = [
  { id: 'ac', label: 'AC', about: 'through the inverter' },
  { id: 'dc', label: 'DC', about: 'straight from the bank' },
];

const COMMANDS: readonly Choice<'duplicate' | 'up' | 'down' | 'delete'>[] = [
  { id: 'duplicate', label: 'Duplicate' },
  { id: 'up', label: 'Move up' },
  { id: 'down', label: 'Move down' },
  { id: 'delete', label: 'Delete' },
];

const Line = styled.tr`
  &[data-over='below'] td {
    border-bottom: 3px solid ${color.act};
  }
  &[data-over='above'] td {
    border-top: 3px solid ${color.act};
  }
  .tools {
    display: flex;
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

interface RowProps {
  id: string;
  use: Use;
  onAddBelow: (id: string) => void;
}

/** The figures of a row are read by their own fields; the row itself is drawn again only for the rest. */
const sameRow = (a: RowProps, b: RowProps) =>
  a.id === b.id &&
  a.onAddBelow === b.onAddBelow &&
  a.use.name === b.use.name &&
  a.use.months === b.use.months &&
  a.use.supply === b.use.supply &&
  a.use.priority === b.use.priority;

/** One use. Its grip is dragged to where the row belongs, or moves it by the arrow keys. */
export const UseRow = memo(function UseRow({ id, use, onAddBelow }: RowProps) {
  const onEnter = () => onAddBelow(id);
  const dispatch = useAppDispatch();
  const name = use.name || 'the unnamed use';
  const grip = useRef<HTMLButtonElement>(null);
  const row = useRef<HTMLTableRowElement>(null);
  const over = useRowDrag(id, row, grip);
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

  return (
    <Line ref={row} data-over={over} data-use={use.name}>
      <td>
        <PencilText
          label={`Name of use`}
          hideLabel
          value={use.name}
          chars={15}
          cell={cell('name')}
          onEnter={onEnter}
          onChange={(next, session) => put('Rename', 'name', next, session)}
        />
      </td>
      <td className="n" data-label="Each">
        {figure('watts', 'Watts', 6)}
      </td>
      <td className="n" data-label="How many">
        {figure('count', 'How many', 2)}
      </td>
      <td className="n" data-label="Hours a day">
        {figure('hours', 'Hours a day', 4)}
      </td>
      <td data-label="Months">
        <MonthsField
          months={use.months}
          label={`Months of ${name}`}
          cell={cell('months')}
          onChange={(months) => put('Change the months of', 'months', months)}
        />
      </td>
      <td data-label="Side">
        <Select
          label={`Side of ${name}`}
          hideLabel
          compact
          value={use.supply}
          choices={SIDES}
          cell={cell('supply')}
          onChange={(supply) => put(`Take ${supply.toUpperCase()} for`, 'supply', supply)}
        />
      </td>
      <td className="n" data-label="Start">
        {figure('startFactor', 'Start factor', 3)}
      </td>
      <td className="n" data-label="Off draw">
        {figure('standby', 'Off draw', 4)}
      </td>
      <td data-label="Must it run?">
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
      <td className="n" data-label="A day, from the bank">
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
            commands={COMMANDS}
            onChoose={(command) => {
              if (command === 'duplicate') dispatch(duplicateUse(id));
              else if (command === 'delete') dispatch(removeUse(id));
              else dispatch(moveUse(id, command === 'up' ? -1 : 1));
            }}
          />
        </span>
      </td>
    </Line>
  );
}, sameRow);
