import {
  fieldAt,
  MOST_SORTS,
  readSheets,
  SHEET_UNITS,
  type CountedSheet,
  type SheetColumn,
  type SheetColumnAs,
  type SheetTable,
} from '@ivolt/core';
import { useMemo, useState } from 'react';
import type { Choice } from '../../ui/Opener';
import { PastePreview } from '../../ui/PastePreview';

const of = (key: string) => fieldAt(`/arrays/*/module/${key}`).label;
const CHOICES: readonly Choice<SheetColumn>[] = [
  { id: 'none', label: 'not used' },
  { id: 'name', label: 'name' },
  { id: 'count', label: 'how many' },
  ...(
    ['pmax', 'voc', 'isc', 'vmp', 'imp', 'betaVoc', 'alphaIsc', 'gammaPmax', 'maxFuse', 'sections'] as const
  ).map((id) => ({ id, label: of(id) })),
];
const MOST_TOLD = 12;

/** Sheets of a file before they are taken: what each column was taken for, which rows make a sheet, and what does not agree. */
export function SheetsForm({
  name,
  table,
  there,
  onTake,
  onDrop,
}: {
  name: string;
  table: SheetTable;
  /** Sorts that are in the pile. */
  there: number;
  onTake: (sheets: readonly CountedSheet[]) => void;
  onDrop: () => void;
}) {
  const [columns, setColumns] = useState<readonly SheetColumnAs[]>(table.columns);
  const { sheets, problems, doubts } = useMemo(() => readSheets(table.rows, columns), [table, columns]);
  const many = (count: number) => `${count} sheet${count === 1 ? '' : 's'}`;
  const room = MOST_SORTS - there;
  const told = (texts: readonly string[]) =>
    texts.length > MOST_TOLD ? [...texts.slice(0, MOST_TOLD), `and ${texts.length - MOST_TOLD} more`] : texts;
  return (
    <PastePreview
      label={`Columns of ${name}`}
      about={
        <>
          <b>{many(sheets.length)}</b> of {table.rows.length} rows can be taken. Are these the columns?
        </>
      }
      columns={table.columns.map(({ heading, as: guessed, unit: first, doubt, sample }, i) => {
        const { as, unit } = columns[i] ?? { as: 'none' as const, unit: '' };
        const units = SHEET_UNITS[as] ?? [];
        return {
          heading,
          as,
          units: units.length > 1 ? { choices: units, unit } : null,
          doubt: as === guessed && unit === first ? doubt : null,
          sample,
        };
      })}
      choices={CHOICES}
      sampleHead="its first rows"
      onColumn={(index, as) =>
        // what a column is taken for, no other is
        setColumns(
          columns.map((column, i) =>
            i === index
              ? { as, unit: SHEET_UNITS[as]?.[0] ?? '' }
              : column.as === as
                ? { as: 'none', unit: '' }
                : column,
          ),
        )
      }
      onUnit={(index, unit) =>
        setColumns(columns.map((column, i) => (i === index ? { ...column, unit } : column)))
      }
      remarks={[
        ...told(doubts),
        ...(sheets.length > room
          ? [`There are at most ${MOST_SORTS} sorts of panels in one array: room for ${room} more`]
          : []),
      ]}
      problems={told(problems)}
      take={`Take ${many(sheets.length)}`}
      onTake={sheets.length > 0 && sheets.length <= room ? () => onTake(sheets) : null}
      drop="Leave them"
      onDrop={onDrop}
    />
  );
}
