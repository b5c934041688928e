import type { ClipboardEvent } from 'react';

/**
 * Takes rows that were copied from a spreadsheet into a table of fields: from the row and column that has the focus on,
 * one cell to a field. A single value is pasted as always.
 *
 * @param columns the fields in their order, as the cells of a row stand
 * @param take is given the row that the first pasted one goes to, and each row's fields
 */
export function pasteRows<C extends string>(
  event: ClipboardEvent<HTMLElement>,
  columns: readonly C[],
  take: (row: number, cells: Partial<Record<C, string>>[]) => void,
): void {
  const text = event.clipboardData.getData('text/plain').replace(/[\r\n]+$/, '');
  const cell = (event.target as HTMLElement).closest('td, th');
  const row = cell?.parentElement;
  if (
    !/[\t\n]/.test(text) ||
    !(cell instanceof HTMLTableCellElement) ||
    !(row instanceof HTMLTableRowElement)
  ) {
    return;
  }
  event.preventDefault();
  const rows = text.split(/\r?\n/).map((line) => {
    const out: Partial<Record<C, string>> = {};
    line.split('\t').forEach((value, i) => {
      const column = columns[cell.cellIndex + i];
      if (column) {
        out[column] = value.trim();
      }
    });
    return out;
  });
  take(row.sectionRowIndex, rows);
}
