import { monthUnits, monthName, type MonthMapping, type MonthRole, type MonthTable } from '@ivolt/core';
import { Row } from '../../ui/layout';
import { PastePreview } from '../../ui/PastePreview';
import { Select, type Choice } from '../../ui/Opener';

/** A table of months whose columns are to be confirmed. */
export interface Months {
  name: string;
  /** The file they were read from; null of a paste. */
  bytes: Uint8Array<ArrayBuffer> | null;
  table: MonthTable;
  mapping: MonthMapping;
}

const ROLES: readonly Choice<MonthRole>[] = [
  { id: 'month', label: 'month' },
  { id: 'ghi', label: 'sun on the horizontal' },
  { id: 'air', label: 'mean air' },
  { id: 'min', label: 'mean lowest air' },
  { id: 'max', label: 'mean highest air' },
  { id: 'skip', label: 'not used' },
];
const MONTHS: readonly Choice<string>[] = Array.from({ length: 12 }, (_, month) => ({
  id: String(month),
  label: monthName(month + 1),
}));

/** What the columns of a table of months are: guessed, to be put right before it is taken. */
export function MonthsForm({
  months: { name, table, mapping },
  problems,
  onChange,
  onTake,
  onCancel,
}: {
  months: Months;
  problems: readonly string[];
  onChange: (mapping: MonthMapping) => void;
  onTake: () => void;
  onCancel: () => void;
}) {
  const column = (index: number, next: MonthMapping['columns'][number]) =>
    onChange({
      ...mapping,
      // what a column is taken for, no other is
      columns: mapping.columns.map((one, i) =>
        i === index ? next : one.as === next.as && next.as !== 'skip' ? { as: 'skip', unit: '' } : one,
      ),
    });
  return (
    <PastePreview
      label={`Columns of ${name}`}
      about={<>Is this what the columns hold?</>}
      columns={table.columns.map((of, index) => {
        const { as = 'skip' as const, unit = '' } = mapping.columns[index] ?? {};
        const choices = monthUnits(as);
        return {
          heading: of.heading,
          as,
          units: choices.length > 0 ? { choices, unit } : null,
          doubt: as === of.as && (as === 'skip' || unit === of.units[as]) ? of.doubt : null,
          sample: of.sample,
        };
      })}
      choices={ROLES}
      sampleHead="its first months"
      onColumn={(index, as) => column(index, { as, unit: table.columns[index]?.units[as] ?? '' })}
      onUnit={(index, unit) => column(index, { as: mapping.columns[index]?.as ?? 'skip', unit })}
      remarks={table.remarks}
      problems={problems}
      take="Take these months"
      onTake={onTake}
      drop="Leave them"
      onDrop={onCancel}
    >
      {table.grid.monthAt === null ? (
        <Row style={{ marginTop: 12 }}>
          <Select
            label="The first line is"
            value={String(mapping.first)}
            choices={MONTHS}
            onChange={(first) => onChange({ ...mapping, first: Number(first) })}
          />
        </Row>
      ) : null}
    </PastePreview>
  );
}
