import {
  inOrder,
  readSheetRows,
  writeSheetsCsv,
  writeSheetsJson,
  type CountedSheet,
  type Pile,
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
            ? saveFile('panels.csv', 'text/csv', writeSheetsCsv(counted()))
            : saveFile('panels.json', 'application/json', writeSheetsJson(counted()))
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
