import { COLUMN_WORDS, nextPosition, readUseRows, type Commas, type Use, type UseColumn } from '@ivolt/core';
import { useMemo, useState } from 'react';
import { useDesignPart } from '../../job/hooks';
import { Row } from '../../ui/layout';
import { Select, type Choice } from '../../ui/Opener';
import { PastePreview } from '../../ui/PastePreview';

const CHOICES = Object.entries(COLUMN_WORDS).map(([id, label]): Choice<UseColumn> => ({
  id: id as UseColumn,
  label,
}));
const COMMAS: readonly Choice<Commas>[] = [
  { id: 'unknown', label: 'not clear from the figures' },
  { id: 'decimal', label: 'decimals, as in 2,5' },
  { id: 'groups', label: 'thousands, as in 2,500' },
];
const MOST_TOLD = 12;

/** Rows of a spreadsheet before they become uses: what each column was taken for, and what does not agree. */
export function UsesPaste({
  rows,
  onTake,
  onDrop,
}: {
  rows: readonly (readonly string[])[];
  /** @param leftOut rows that could not be read, as the problems say */
  onTake: (uses: readonly Use[], problems: readonly string[], leftOut: number) => void;
  onDrop: () => void;
}) {
  const there = useDesignPart('uses');
  const [columns, setColumns] = useState<readonly UseColumn[]>();
  const [commas, setCommas] = useState<Commas>();
  const read = useMemo(
    () => readUseRows(rows, nextPosition(there), { columns, commas }),
    [rows, there, columns, commas],
  );
  const problems = read.problems.map(({ row, column, message }) => `Row ${row}, ${column}: ${message}`);
  const leftOut = new Set(read.problems.map(({ row }) => row)).size;
  const many = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
  const more = problems.length - MOST_TOLD;
  return (
    <PastePreview
      label="Pasted rows"
      about={
        <>
          <b>{many(read.uses.length, 'use')}</b> can be taken
          {leftOut > 0 ? `, ${many(leftOut, 'row')} cannot be read` : ''}. Are these the columns?
        </>
      }
      columns={read.columns.map(({ heading, as, unit, doubt }, i) => ({
        heading: unit && !heading.includes(unit) ? `${heading}, ${unit}` : heading,
        as,
        units: null,
        doubt,
        sample: rows
          .slice(read.headed, read.headed + 3)
          .map((row) => (row[i] ?? '').trim())
          .filter((cell) => cell !== ''),
      }))}
      choices={CHOICES}
      sampleHead="its first rows"
      onColumn={(index, as) =>
        // what a column is taken for, no other is
        setColumns(
          read.columns.map((column, i) => (i === index ? as : column.as === as ? 'skip' : column.as)),
        )
      }
      remarks={read.doubts}
      problems={more > 0 ? [...problems.slice(0, MOST_TOLD), `and ${more} more`] : problems}
      take={`Take ${many(read.uses.length, 'use')}`}
      onTake={read.uses.length > 0 ? () => onTake(read.uses, problems, leftOut) : null}
      drop="Leave them"
      onDrop={onDrop}
    >
      {rows.some((row) => row.some((cell) => /\d,\d/.test(cell))) ? (
        <Row style={{ marginTop: 10 }}>
          <Select label="Commas in figures are" value={read.commas} choices={COMMAS} onChange={setCommas} />
        </Row>
      ) : null}
    </PastePreview>
  );
}
