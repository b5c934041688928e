import type { BookedLine } from '../linebooking/kinds';
import type { Booking, ProposedBooking } from './api';

/** What was typed of several lines that are booked in one step, by the line. */
export interface SheetTyped {
  typed: Record<number, Booking>;
}

/** Names what was typed for these lines. */
export function sheetKey(accountId: number, lines: number[]): string {
  return `sheet.${accountId}.${[...lines].sort((a, b) => a - b).join('.')}`;
}

/** What a kind of booking is told of a line. */
export function aboutOf(accountId: number, line: ProposedBooking): BookedLine {
  return { accountId, ...(line.in && { in: line.in }), ...(line.out && { out: line.out }) };
}
