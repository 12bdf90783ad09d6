import {
  inOrder,
  readSheetRows,
  readSheetText,
  writeSheetsCsv,
  writeSheetsJson,
  type CountedSheet,
  type Pile,
  type SheetText,
} from '@ivolt/core';
import { useRef, useState } from 'react';
import { useAppDispatch } from '../../app/store';
import { useArray } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Row, Table } from '../../ui/layout';
import { Commands, Opener } from '../../ui/Opener';
import { Sentences, TextSheet } from '../../ui/TextSheet';
import { addSheets } from './pileEdits';

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

const save = (name: string, type: string, text: string) => {
  const url = URL.createObjectURL(new Blob([text], { type }));
  Object.assign(document.createElement('a'), { href: url, download: name }).click();
  URL.revokeObjectURL(url);
};

/** A data sheet's own text, shown as it was understood before it is taken. */
export function SheetPaste({ onTake, take }: { take: string; onTake: (sheet: CountedSheet) => void }) {
  const [text, setText] = useState('');
  const [column, setColumn] = useState(0);
  const read = readSheetText(text, column);
  const sheet = sheetOf(read);
  return (
    <Opener
      label="Paste a data sheet"
      hideLabel
      says=""
      shown="Paste a data sheet"
      opens="dialog"
      look="words"
    >
      {(close) => (
        <TextSheet
          label="The text of the sheet, or of the panel’s back: a line for each figure"
          text={text}
          onType={setText}
          problems={read.problems}
          take={take}
          onTake={() => {
            if (!sheet) return;
            onTake(sheet);
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
            <Table>
              <Heads of={['Understood', ['As'], 'From']} />
              <tbody>
                {read.readings.map(({ key, value, line, note }) => (
                  <tr key={key}>
                    <td>{NAMES[key]}</td>
                    <td className="n">{value}</td>
                    <td>{note ?? line}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          ) : null}
        </TextSheet>
      )}
    </Opener>
  );
}

/** A whole sheet of what was understood; null while points are missing. */
function sheetOf({ readings }: SheetText): CountedSheet | null {
  const row = Object.fromEntries(readings.map(({ key, value }) => [key, value]));
  const { sheets } = readSheetRows([{ ...row, name: `${row.pmax ?? ''} W, from its sheet`.trim() }]);
  return sheets[0] ?? null;
}

/** Sheets in from text and files, and out again. */
export function SheetsInOut({ pile }: { pile: Pile }) {
  const dispatch = useAppDispatch();
  const { id } = useArray();
  const file = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const counted = (): CountedSheet[] =>
    inOrder(pile.sorts).map(([, { name, module, count }]) => ({ name, count: count.value, sheet: module }));
  const take = async (chosen: File | undefined) => {
    if (!chosen) return;
    const text = await chosen.text();
    const { sheets, problems: found } = readSheetRows(await rowsOf(text));
    setProblems(found);
    if (sheets.length > 0) dispatch(addSheets(id, sheets));
  };
  return (
    <>
      <SheetPaste take="Add them to the pile" onTake={(sheet) => dispatch(addSheets(id, [sheet]))} />
      <Action onPress={() => file.current?.click()}>Sheets from a file</Action>
      <input
        ref={file}
        type="file"
        accept=".csv,.json,text/csv,application/json"
        hidden
        aria-label="File of sheets"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <Commands
        label="Sheets to a file"
        sign="Sheets to a file"
        look="words"
        commands={[
          { id: 'csv', label: 'As CSV' },
          { id: 'json', label: 'As JSON' },
        ]}
        onChoose={(kind) =>
          kind === 'csv'
            ? save('panels.csv', 'text/csv', writeSheetsCsv(counted()))
            : save('panels.json', 'application/json', writeSheetsJson(counted()))
        }
      />
      <Sentences texts={problems} wrong />
    </>
  );
}

async function rowsOf(text: string): Promise<Record<string, unknown>[]> {
  if (/^\s*[[{]/.test(text)) {
    try {
      const read: unknown = JSON.parse(text);
      return (Array.isArray(read) ? read : [read]) as Record<string, unknown>[];
    } catch {
      return [];
    }
  }
  const { default: papaparse } = await import('papaparse');
  return papaparse.parse<Record<string, unknown>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  }).data;
}
