import { readSheetText, sheetFrom, valuesOf, type CountedSheet } from '@ivolt/core';
import { useState } from 'react';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Row, Table } from '../../ui/layout';
import { WordsOpener } from '../../ui/Opener';
import { TextSheet } from '../../ui/TextSheet';

const NAMES = {
  pmax: 'Pmax, W',
  voc: 'Voc, V',
  isc: 'Isc, A',
  vmp: 'Vmp, V',
  imp: 'Imp, A',
  betaVoc: 'Voc, %/K',
  alphaIsc: 'Isc, %/K',
  gammaPmax: 'Pmax, %/K',
  maxFuse: 'Largest fuse, A',
} as const;

/** A data sheet's own text, shown as it was understood before it is taken. */
export function SheetPaste({ onTake, take }: { take: string; onTake: (sheet: CountedSheet) => void }) {
  const [text, setText] = useState('');
  const [column, setColumn] = useState(0);
  const read = readSheetText(text, column);
  const values = valuesOf(read);
  const name = `${values.pmax ?? Math.round((values.vmp ?? 0) * (values.imp ?? 0))} W, from its sheet`;
  const made = sheetFrom(values, name);
  // what does not agree is said by the text; what cannot be at all stops it
  const problems =
    made.ok || read.readings.length === 0
      ? read.problems
      : [...new Set([...read.problems, ...made.problems])];
  return (
    <WordsOpener words="Paste a data sheet">
      {(close) => (
        <TextSheet
          label="The text of the sheet, or of the panel’s back: a line for each figure"
          text={text}
          onType={setText}
          problems={problems}
          take={take}
          onTake={() => {
            if (!made.ok) return;
            onTake({ name, count: 1, sheet: made.sheet });
            setText('');
            close();
          }}
        >
          {read.columns > 1 ? (
            <Row>
              {Array.from({ length: read.columns }, (_, i) => (
                <Action key={i} aria-pressed={i === column} onPress={() => setColumn(i)}>
                  {`Column ${i + 1}`}
                </Action>
              ))}
            </Row>
          ) : null}
          {read.readings.length > 0 ? (
            <Table aria-label="What was understood">
              <Heads of={['Understood', ['As'], 'From']} />
              <tbody>
                {read.readings.map(({ key, value, line, note }) => (
                  <tr key={key}>
                    <th scope="row">{NAMES[key]}</th>
                    <td className="n">{value}</td>
                    <td>{note ?? line}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          ) : null}
        </TextSheet>
      )}
    </WordsOpener>
  );
}
