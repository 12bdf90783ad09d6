import { USE_GROUPS, displayFigure, joined, libraryFor, type TypicalUse, type UseGroup } from '@ivolt/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../job/store';
import { useDesignPart } from '../../job/hooks';
import { Action, Tick } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Opener } from '../../ui/Opener';
import { color, site } from '../../ui/tokens';
import { addTypical } from './useEdits';

const Pad = styled.div`
  padding: 12px 14px;
  width: min(400px, 88vw);
  h3 {
    font-size: 14px;
    margin: 12px 0 4px;
    text-transform: none;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li small {
    display: block;
    margin: 0 0 4px 24px;
    color: ${color.soft};
    font-size: 13px;
  }
  .foot {
    position: sticky;
    bottom: 0;
    background: ${color.paper};
    border-top: 1px solid ${color.rule};
    padding: 8px 0;
    margin-top: 10px;
  }
  ${site} {
    li small {
      font-size: 16px;
    }
  }
`;

const Find = styled.input`
  width: 100%;
  border: 0;
  border-bottom: 1.5px dashed ${color.pencil};
  background: ${color.tint};
  padding: 5px 6px;
  color: ${color.ink};
  &::placeholder {
    color: ${color.soft};
    opacity: 1;
  }
`;

function about({ form, given, watts, hours, range, source, dc, elsewhere }: TypicalUse): string {
  const figure =
    form === 'label'
      ? `${Math.round((given.labelWh ?? 0) / 1000)} kWh a year (${range[0]} to ${range[1]})`
      : `${joined(displayFigure(watts, 'power', 'metric'))} (${range[0]} to ${range[1]})${form === 'watts' ? `, ${hours} h a day` : ''}`;
  return `${figure}${dc ? ', DC' : ''}; ${source}${elsewhere ? `. ${elsewhere}` : ''}`;
}

/** Typical uses, several to be picked at once. */
export function Library() {
  return (
    <Opener label="Pick typical uses" hideLabel says="" shown="Pick typical uses" opens="dialog" look="words">
      {(close) => <Picker close={close} />}
    </Opener>
  );
}

function Picker({ close }: { close: () => void }) {
  const dispatch = useAppDispatch();
  const kind = useDesignPart('kind');
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [find, setFind] = useState('');
  const [all, setAll] = useState(false);
  const wanted = find.trim().toLowerCase();
  const shown = libraryFor(kind).filter(
    (use) =>
      (all || wanted !== '' || use.kinds.includes(kind)) &&
      (wanted === '' || `${use.name} ${USE_GROUPS[use.group]}`.toLowerCase().includes(wanted)),
  );
  const groups = (Object.keys(USE_GROUPS) as UseGroup[])
    .map((group) => [group, shown.filter((use) => use.group === group)] as const)
    .filter(([, uses]) => uses.length > 0);
  return (
    <Pad>
      <Find
        aria-label="Find a use"
        placeholder="Find: pump, lamp, freezer"
        value={find}
        onChange={(event) => setFind(event.target.value)}
      />
      {groups.length === 0 ? <Note>None is called that. Type it into the table instead.</Note> : null}
      {groups.map(([group, uses]) => (
        <section key={group} aria-label={USE_GROUPS[group]}>
          <h3>{USE_GROUPS[group].charAt(0).toUpperCase() + USE_GROUPS[group].slice(1)}</h3>
          <ul>
            {uses.map((use) => (
              <li key={use.id}>
                <Tick
                  checked={picked.includes(use.id)}
                  onChange={(on) =>
                    setPicked(on ? [...picked, use.id] : picked.filter((other) => other !== use.id))
                  }
                >
                  {use.name}
                </Tick>
                <small>{about(use)}</small>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <Row className="foot">
        <Action
          $act
          isDisabled={picked.length === 0}
          onPress={() => {
            dispatch(addTypical(picked));
            close();
          }}
        >
          {picked.length === 0 ? 'Tick some' : `Add ${picked.length}`}
        </Action>
        {all || wanted !== '' ? null : <Action onPress={() => setAll(true)}>Show those of other jobs</Action>}
      </Row>
    </Pad>
  );
}
