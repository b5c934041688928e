import type { Draft } from '../rule/words';
import type { Booking, RowView } from './api';

/** A rule that does with lines like this what is being done with this one; a person looks at it before it is kept. */
export function always(accountId: number, row: RowView, booking: Booking): Draft {
  // numbers and dates change from one time to the next, the words before them stay
  const words = row.title.split(/[\s,]*[#]?\d/)[0]?.trim() ?? '';
  const text = words.length >= 4 ? words : row.title;
  return {
    name: text.slice(0, 80),
    bankAccountId: accountId,
    content: {
      direction: row.in ? 'IN' : 'OUT',
      textTest: 'STARTS',
      text,
      code: '',
      does: 'BOOK',
      kind: booking.kind,
      details: booking.details,
      party: booking.party,
      entryText: booking.text === row.title ? '' : booking.text,
    },
  };
}
