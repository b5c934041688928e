import type { Booking } from './api';

/** What was typed of several lines that are booked in one step, by the line. */
export interface SheetTyped {
  typed: Record<number, Booking>;
}

/** Names what was typed for these lines. */
export function sheetKey(accountId: number, lines: number[]): string {
  return `sheet.${accountId}.${[...lines].sort((a, b) => a - b).join('.')}`;
}
