import { dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
import { displayFigure, joined, type PanelWay, type Priority } from '@ivolt/core';
import { useCallback, useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { styled } from 'styled-components';
import { useDesign, useDesignPart, useEvaluation } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Commands } from '../../ui/Opener';
import { Note } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { color, site } from '../../ui/tokens';
import { useRowDrag } from '../../ui/useRowDrag';
import { CIRCUITS, CIRCUIT_NAMES, circuitsIn, moveCircuit } from './usePowerEdits';

const Columns = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0 22px;
  ${site} {
    grid-template-columns: 1fr;
    gap: 18px 0;
  }
`;

const List = styled.div`
  border-top: 1.5px solid ${color.ink};
  padding-top: 6px;
  min-height: 92px;
  &[data-over='true'] {
    background: ${color.tint};
  }
  h3 {
    font-size: 16px;
    display: flex;
    justify-content: space-between;
    gap: 8px;
  }
  h3 span {
    font: inherit;
    font-size: 13.5px;
    color: ${color.soft};
  }
  ol {
    list-style: none;
    margin: 6px 0 0;
    padding: 0;
  }
`;

const Circuit = styled.li`
  display: flex;
  align-items: baseline;
  gap: 6px;
  padding: 3px 0;
  border-bottom: 1px solid ${color.rule};
  &[data-over='above'] {
    box-shadow: 0 -2px 0 ${color.act};
  }
  &[data-over='below'] {
    box-shadow: 0 2px 0 ${color.act};
  }
  > span {
    flex: 1;
    min-width: 0;
  }
  > small {
    font-size: 13px;
    color: ${color.soft};
    white-space: nowrap;
  }
  ${site} {
    > small {
      font-size: 16px;
    }
  }
`;

const Grip = styled.button`
  all: unset;
  cursor: grab;
  min-width: 24px;
  min-height: 24px;
  text-align: center;
  color: ${color.soft};
  &:focus-visible {
    outline: 2px solid ${color.act};
  }
  ${site} {
    min-width: 44px;
    min-height: 44px;
    line-height: 44px;
  }
  @media print {
    display: none;
  }
`;

/** What is dragged here. */
const CIRCUIT = 'circuit';

/** What each list asks of whoever builds it. */
const ABOUT: Readonly<Record<Priority, string>> = {
  must: 'These stay on to the last: a panel of their own, or fuses before anything that cuts off.',
  should: 'The first goes off first, below the state of charge set for shedding.',
  surplus: 'Only while the bank is full and the sun makes more than is used.',
};

/** Breakers and fuses of a list, those alike together: "3 breakers: Well pump 16 A, two poles; …". */
function waysText(ways: readonly PanelWay[]): string {
  const told = (side: PanelWay['side'], word: string) => {
    const of = ways.filter((way) => way.side === side);
    const many = of.reduce((sum, way) => sum + way.many, 0);
    if (many === 0) return '';
    const each = of.map(
      ({ names, amps, poles, many: alike }) =>
        `${names.length > 2 ? `${names.length} smaller uses` : names.join(' and ')} ${alike > 1 ? `${alike} × ` : ''}${amps} A${poles > 1 ? `, ${poles} poles` : ''}`,
    );
    return `${many} ${word}${many === 1 ? '' : 's'}: ${each.join('; ')}.`;
  };
  return [told('ac', 'breaker'), told('dc', 'DC fuse')].filter(Boolean).join(' ');
}

/** The uses as circuits: what rides through, what goes off first, and what waits for surplus. */
export function CircuitsPart() {
  const design = useDesign();
  if (Object.keys(design.uses).length === 0) return null;
  return (
    <Section part="power-circuits" title="What stays on">
      <Note className="screen" id="circuit-keys" style={{ marginBottom: 10 }}>
        Drag a circuit by its grip, press its three dots, or with the grip focused use the arrow keys: left
        and right to another list, up and down within it.
      </Note>
      <Columns>
        {CIRCUITS.map((priority) => (
          <CircuitList key={priority} priority={priority} ids={circuitsIn(design, priority)} />
        ))}
      </Columns>
    </Section>
  );
}

function CircuitList({ priority, ids }: { priority: Priority; ids: readonly string[] }) {
  const dispatch = useAppDispatch();
  const units = useDesignPart('units');
  const uses = useDesignPart('uses');
  const evaluation = useEvaluation();
  const figures = evaluation?.figures;
  const ways = waysText(evaluation?.power.panels[priority] ?? []);
  const shed = priority === 'should' ? evaluation?.power.shedDays : null;
  const reading = useReading();
  const frame = useRef<HTMLDivElement>(null);
  const [over, setOver] = useState(false);
  useEffect(() => {
    if (!frame.current || reading) return undefined;
    return dropTargetForElements({
      element: frame.current,
      canDrop: ({ source }) => CIRCUIT in source.data,
      onDragEnter: () => setOver(true),
      onDragLeave: () => setOver(false),
      onDrop: ({ source, location }) => {
        setOver(false);
        // a row below the pointer has taken it already
        if (location.current.dropTargets.length > 1) return;
        dispatch(moveCircuit(String(source.data[CIRCUIT]), priority, ids.length));
      },
    });
  }, [dispatch, ids, priority, reading]);
  if (reading)
    return ids.length === 0 ? null : (
      <p>
        <b>{CIRCUIT_NAMES[priority]}:</b> {ids.map((id) => uses[id]?.name || 'unnamed').join(', ')}. {ways}
      </p>
    );
  const wh = ids.reduce((sum, id) => sum + (figures?.[`use:${id}`]?.value ?? 0), 0);
  const many = ids.reduce((sum, id) => sum + (uses[id]?.count.value ?? 1), 0);
  return (
    <List ref={frame} data-over={over}>
      <h3>
        {CIRCUIT_NAMES[priority]} <span>{joined(displayFigure(wh, 'energy', units))} a day</span>
      </h3>
      <Note>
        {ABOUT[priority]}{' '}
        {ids.length === 0
          ? 'Nothing here.'
          : `${ids.length} use${ids.length === 1 ? '' : 's'}, ${many} thing${many === 1 ? '' : 's'}.`}
      </Note>
      {ways ? <Note>{ways}</Note> : null}
      {shed ? (
        <Note>
          Shed, they leave the bank {joined(displayFigure(shed.must, 'days', units))} in place of{' '}
          {joined(displayFigure(shed.all, 'days', units))}.
        </Note>
      ) : null}
      <ol aria-label={CIRCUIT_NAMES[priority]}>
        {ids.map((id, place) => (
          <CircuitRow key={id} id={id} priority={priority} place={place} last={ids.length - 1} />
        ))}
      </ol>
    </List>
  );
}

interface CircuitRowProps {
  id: string;
  priority: Priority;
  place: number;
  /** Place of the last of its list. */
  last: number;
}

function CircuitRow({ id, priority, place, last }: CircuitRowProps) {
  const dispatch = useAppDispatch();
  const use = useDesignPart('uses')[id];
  const figure = useEvaluation()?.figures[`use:${id}`];
  const reading = useReading();
  const row = useRef<HTMLLIElement>(null);
  const grip = useRef<HTMLButtonElement>(null);
  const over = useRowDrag(
    CIRCUIT,
    id,
    row,
    grip,
    useCallback(
      (dropped, where) => dispatch(moveCircuit(dropped, priority, where === 'before' ? place : place + 1)),
      [dispatch, place, priority],
    ),
  );
  const move = (to: Priority, at: number) => {
    dispatch(moveCircuit(id, to, at));
    // the row is drawn anew in its other list; the keys go on with it
    requestAnimationFrame(() =>
      document.querySelector<HTMLElement>(`[data-circuit="${CSS.escape(id)}"]`)?.focus(),
    );
  };
  const keys = (event: KeyboardEvent) => {
    const list = CIRCUITS.indexOf(priority);
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    const within = { ArrowUp: place - 1, ArrowDown: place + 1 }[event.key];
    const to = by === undefined ? undefined : CIRCUITS[list + by];
    if (to === undefined && within === undefined) return;
    event.preventDefault();
    move(to ?? priority, to === undefined ? (within ?? place) : Infinity);
  };
  const name = use?.name || 'Unnamed';
  return (
    <Circuit ref={row} data-over={over}>
      {reading ? null : (
        <Grip
          ref={grip}
          type="button"
          data-circuit={id}
          aria-label={`Move ${name}`}
          aria-describedby="circuit-keys"
          onKeyDown={keys}
        >
          ⠿
        </Grip>
      )}
      <span>{name}</span>
      <small>
        {use?.supply === 'dc' ? 'DC, ' : ''}
        {figure && figure.value !== null ? joined(figure.shown) : '–'}
      </small>
      <Commands
        label={`Where ${name} goes`}
        sign="⋯"
        commands={[
          ...CIRCUITS.filter((to) => to !== priority).map((to) => ({
            id: to,
            label: `To ${CIRCUIT_NAMES[to].toLowerCase()}`,
          })),
          ...(place > 0 ? [{ id: 'up' as const, label: 'Up' }] : []),
          ...(place < last ? [{ id: 'down' as const, label: 'Down' }] : []),
        ]}
        onChoose={(to) => {
          if (to === 'up' || to === 'down') move(priority, place + (to === 'up' ? -1 : 1));
          else move(to, Infinity);
        }}
      />
    </Circuit>
  );
}
