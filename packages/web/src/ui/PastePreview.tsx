import { useEffect, useLayoutEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { Action, Primary } from './controls';
import { Heads } from './Heads';
import { Row, Scroll, Table } from './layout';
import { Select, type Choice } from './Opener';
import { Sentences } from './TextSheet';
import { color } from './tokens';

/** What is taken or left alone leaves the focus where it began: at the press before it, unless somebody gives it another. */
function focusBefore(gone: HTMLElement): void {
  const presses = [...document.querySelectorAll('button')];
  const before = presses.findLast(
    (button) => button.compareDocumentPosition(gone) & Node.DOCUMENT_POSITION_FOLLOWING,
  );
  setTimeout(() => {
    if (document.activeElement === document.body) before?.focus();
  });
}

/** A column of what was pasted or read, as it was understood. */
export interface PreviewColumn<As extends string> {
  heading: string;
  as: As;
  /** Units to choose from, and the one that is taken; null where none is asked. */
  units: { choices: readonly string[]; unit: string } | null;
  /** What to look at; null where nothing is doubtful. */
  doubt: string | null;
  sample: readonly string[];
}

const Sheet = styled.div`
  margin-top: 16px;
  border-left: 3px solid ${color.pencil};
  padding-left: 14px;
  /* also in the cell of a table that keeps its own on one line */
  && :is(td, th) {
    vertical-align: top;
    white-space: normal;
  }
`;

const Sample = styled.span`
  display: block;
  font-size: 14px;
  color: ${color.soft};
  overflow-wrap: anywhere;
`;

const Taken = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
`;

/**
 * What was pasted or read from a file before it is taken: each column with what it was taken for, changeable; what is
 * doubtful beside it, what cannot be read under it.
 */
export function PastePreview<As extends string>({
  label,
  about,
  columns,
  choices,
  sampleHead,
  onColumn,
  onUnit,
  remarks = [],
  problems = [],
  take,
  onTake,
  drop,
  onDrop,
  children,
}: {
  label: string;
  about: ReactNode;
  columns: readonly PreviewColumn<As>[];
  choices: readonly Choice<As>[];
  sampleHead: string;
  onColumn: (index: number, as: As) => void;
  onUnit?: (index: number, unit: string) => void;
  /** What to know before it is taken: what was guessed, what does not agree. */
  remarks?: readonly string[];
  problems?: readonly string[];
  take: string;
  onTake: (() => void) | null;
  drop: string;
  onDrop: () => void;
  children?: ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const press = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    (press.current ?? box.current)?.focus();
  }, []);
  useLayoutEffect(() => {
    const own = box.current;
    return () => {
      if (own?.contains(document.activeElement)) focusBefore(own);
    };
  }, []);
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Escape' && !event.defaultPrevented) onDrop();
  };
  return (
    <Sheet role="group" aria-label={label} ref={box} tabIndex={-1} onKeyDown={keys}>
      <p>{about}</p>
      <Scroll style={{ marginTop: 8 }}>
        <Table aria-label="What each column is">
          <Heads of={[`Heading, and ${sampleHead}`, 'Taken for']} />
          <tbody>
            {columns.map(({ heading, as, units, doubt, sample }, index) => {
              const called = heading || `Column ${index + 1}`;
              return (
                <tr key={index}>
                  <th scope="row">
                    {called}
                    <Sample>{sample.slice(0, 3).join(' · ')}</Sample>
                  </th>
                  <td>
                    <Taken>
                      <Select
                        label={`What ${called} is`}
                        hideLabel
                        value={as}
                        choices={choices}
                        onChange={(next) => onColumn(index, next)}
                      />
                      {units && onUnit ? (
                        <Select
                          label={`Unit of ${called}`}
                          hideLabel
                          value={units.unit}
                          choices={units.choices.map((id) => ({ id, label: id }))}
                          onChange={(next) => onUnit(index, next)}
                        />
                      ) : null}
                      {doubt ? <span>{doubt}</span> : null}
                    </Taken>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </Scroll>
      {children}
      <Sentences texts={remarks} />
      <Sentences texts={problems} wrong />
      <Row style={{ marginTop: 14, alignItems: 'center' }}>
        {onTake ? (
          <Primary ref={press} onPress={onTake}>
            {take}
          </Primary>
        ) : null}
        <Action onPress={onDrop}>{drop}</Action>
      </Row>
    </Sheet>
  );
}
