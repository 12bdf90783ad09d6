import {
  inOrder,
  rowsOfJson,
  sheetTable,
  writeSheetsCsv,
  writeSheetsJson,
  type CountedSheet,
  type Pile,
  type SheetTable,
} from '@ivolt/core';
import { useRef, useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { useArray } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Commands } from '../../ui/Opener';
import { Sentences } from '../../ui/TextSheet';
import { saveFile } from '../../ui/saveFile';
import { SheetPaste } from '../common/SheetPaste';
import { addSheets } from './pileEdits';
import { SheetsForm } from './SheetsForm';

const LARGEST_BYTES = 1024 * 1024;

/** Sheets in from text and files, and out again. */
export function SheetsInOut({ pile }: { pile: Pile }) {
  const dispatch = useAppDispatch();
  const { id } = useArray();
  const file = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const [asked, setAsked] = useState<{ name: string; table: SheetTable } | null>(null);
  const counted = (): CountedSheet[] =>
    inOrder(pile.sorts).map(([, { name, module, count }]) => ({ name, count: count.value, sheet: module }));
  const look = async (chosen: File | undefined) => {
    if (!chosen) return;
    setAsked(null);
    if (chosen.size > LARGEST_BYTES)
      return setProblems(['The file is over 1 MB; a table of data sheets is a few kB.']);
    const table = sheetTable(await rowsOf(await chosen.text()));
    setProblems(table ? [] : ['No row holds the figures of a panel: Voc, Isc, Vmp and Imp are wanted']);
    if (table) setAsked({ name: chosen.name.slice(0, 120), table });
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
          void look(event.target.files?.[0]);
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
            ? saveFile('panels.csv', 'text/csv', writeSheetsCsv(counted()))
            : saveFile('panels.json', 'application/json', writeSheetsJson(counted()))
        }
      />
      <Sentences texts={problems} wrong />
      {asked ? (
        // below the presses, across all of the part
        <div style={{ flexBasis: '100%' }}>
          <SheetsForm
            {...asked}
            there={Object.keys(pile.sorts).length}
            onTake={(sheets) => {
              dispatch(addSheets(id, sheets));
              setAsked(null);
            }}
            onDrop={() => setAsked(null)}
          />
        </div>
      ) : null}
    </>
  );
}

async function rowsOf(text: string): Promise<string[][]> {
  if (/^\s*[[{]/.test(text)) return rowsOfJson(text);
  const { default: papaparse } = await import('papaparse');
  return papaparse.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
}
