/** The field in a cell of the table of uses. */
export const cellOf = (row: string, column: string) =>
  document.querySelector<HTMLElement>(`[data-cell="${row}.${column}"]`);

/** Puts the cursor in a cell once it is there. */
export function focusCell(row: string, column: string, tries = 40): void {
  requestAnimationFrame(() => {
    const cell = cellOf(row, column);
    if (cell) cell.focus();
    else if (tries > 0) focusCell(row, column, tries - 1);
  });
}
