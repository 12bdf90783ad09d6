import type { Priority, Supply, Use } from '@ivolt/core';
import { memo, useRef } from 'react';
import { useButton, useDrag, useDrop } from 'react-aria';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../app/store';
import { putValue } from '../../job/edits';
import { QuietButton, Select, Sheetlet, type Choice } from '../../ui/controls';
import { Ink } from '../../ui/Ink';
import { Pencil, PencilText } from '../../ui/Pencil';
import { color, site } from '../../ui/tokens';
import { duplicateUse, moveUse, placeUse, removeUse } from './useEdits';
import { MonthsField } from './MonthsField';

const PRIORITIES: readonly Choice<Priority>[] = [
  { id: 'must', label: 'must', about: 'rides through dark days' },
  { id: 'should', label: 'should', about: 'may be shed for a while' },
  { id: 'surplus', label: 'surplus', about: 'only when the bank is full; not counted in the size' },
];
const SIDES: readonly Choice<Supply>[] = [
  { id: 'ac', label: 'AC', about: 'through the inverter' },
  { id: 'dc', label: 'DC', about: 'straight from the bank' },
];

const Line = styled.tr`
  &[data-over='true'] td {
    border-bottom: 3px solid ${color.act};
  }
  .tools {
    display: flex;
    gap: 0;
  }
  .grip {
    cursor: grab;
    touch-action: none;
  }
`;

const Item = styled(MenuItem)`
  padding: 7px 14px;
  cursor: pointer;
  outline-offset: -2px;
  &[data-focused] {
    background: ${color.tint};
  }
  ${site} {
    padding: 14px;
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
  ${site} {
    display: none;
  }
`;

const ROW_TYPE = 'application/x-ivolt-use';

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

/** One use. Its grip can be dragged, by mouse or by keys, onto the row it should follow. */
export const UseRow = memo(function UseRow({ id, use, onAddBelow }: RowProps) {
  const onEnter = () => onAddBelow(id);
  const dispatch = useAppDispatch();
  const name = use.name || 'the unnamed use';
  const grip = useRef<HTMLButtonElement>(null);
  const row = useRef<HTMLTableRowElement>(null);
  const { dragProps, dragButtonProps } = useDrag({
    hasDragButton: true,
    getItems: () => [{ [ROW_TYPE]: id, 'text/plain': use.name }],
  });
  const { buttonProps } = useButton({ ...dragButtonProps, elementType: 'button' }, grip);
  const { dropProps, isDropTarget } = useDrop({
    ref: row,
    getDropOperation: (types) => (types.has(ROW_TYPE) ? 'move' : 'cancel'),
    onDrop: async ({ items }) => {
      const item = items.find((dropped) => dropped.kind === 'text' && dropped.types.has(ROW_TYPE));
      if (item?.kind !== 'text') return;
      const dragged = await item.getText(ROW_TYPE);
      dispatch(placeUse(dragged, id, 'after'));
    },
  });
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
    <Line ref={row} {...dropProps} data-over={isDropTarget} data-use={use.name}>
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
          data-cell={cell('supply')}
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
          data-cell={cell('priority')}
          onChange={(priority) => put('Change how it matters:', 'priority', priority)}
        />
      </td>
      <td className="n" data-label="A day, from the bank">
        <Ink id={`use:${id}`} title={`${name}, a day:`} />
      </td>
      <td className="screen">
        <span className="tools">
          <span {...dragProps}>
            <Grip {...buttonProps} ref={grip} className="grip" aria-label={`Drag ${name}`}>
              ⠿
            </Grip>
          </span>
          <MenuTrigger>
            <QuietButton aria-label={`More for ${name}`}>⋯</QuietButton>
            <Sheetlet>
              <Menu
                onAction={(key) => {
                  if (key === 'duplicate') dispatch(duplicateUse(id));
                  else if (key === 'up') dispatch(moveUse(id, -1));
                  else if (key === 'down') dispatch(moveUse(id, 1));
                  else dispatch(removeUse(id));
                }}
              >
                <Item id="duplicate">Duplicate</Item>
                <Item id="up">Move up</Item>
                <Item id="down">Move down</Item>
                <Item id="delete">Delete</Item>
              </Menu>
            </Sheetlet>
          </MenuTrigger>
        </span>
      </td>
    </Line>
  );
}, sameRow);
