import { ALL_MONTHS, monthName, monthsText, shortMonth } from '@ivolt/core';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import { Action } from './controls';
import { Opener } from './Opener';
import { color, site } from './tokens';

const Grid = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 4px;
  padding: 12px 12px 8px;
`;

const Month = styled(ToggleButton)`
  border: 1px solid ${color.hatch};
  background: none;
  padding: 6px 8px;
  min-width: 48px;
  min-height: 36px;
  cursor: pointer;
  &[data-selected] {
    background: ${color.ink};
    color: ${color.paper};
    border-color: ${color.ink};
  }
  ${site} {
    min-height: 46px;
  }
`;

const Foot = styled.div`
  display: flex;
  gap: 20px;
  padding: 0 12px 12px;
`;

const Run = styled.span`
  white-space: nowrap;
`;

/** Months in use, as words; opened, as twelve toggles. */
export function MonthsField({
  months,
  label,
  onChange,
  cell,
  noneIsRight = false,
}: {
  months: readonly number[];
  label: string;
  onChange: (months: number[]) => void;
  cell: string;
  /** True where no month at all is an answer. */
  noneIsRight?: boolean;
}) {
  const words = monthsText(months);
  // where there are several runs, a line ends between them
  const shown = words.split(/(?<=,) /).flatMap((run, i) => [i > 0 ? ' ' : null, <Run key={run}>{run}</Run>]);
  return (
    <Opener
      label={label}
      hideLabel
      shown={shown}
      says={words}
      opens="dialog"
      wrong={months.length === 0 && !noneIsRight}
      cell={cell}
    >
      {() => (
        <>
          <Grid
            selectionMode="multiple"
            selectedKeys={months.map(String)}
            onSelectionChange={(keys) => onChange([...keys].map(Number).sort((a, b) => a - b))}
            aria-label={label}
          >
            {ALL_MONTHS.map((month) => (
              <Month key={month} id={String(month)} aria-label={monthName(month)}>
                {shortMonth(month)}
              </Month>
            ))}
          </Grid>
          <Foot>
            <Action onPress={() => onChange([...ALL_MONTHS])}>All year</Action>
            <Action onPress={() => onChange([])}>None</Action>
          </Foot>
        </>
      )}
    </Opener>
  );
}
