import { FilePage } from '../party/FilePage';
import type { BookedView } from './api';
import { say } from '../words';

/** Expenses from a CSV file. */
export default function ExpenseFilePage() {
  return (
    <FilePage<BookedView>
      title={say('expense.fromAFile')}
      back={['/expenses', say('expense.expenses')]}
      path="/expenses/files"
      fields={{}}
      booked={(r) => r}
      count={(r) => r.count}
      what={say('expense.expensesOfAFile')}
    >
      <p>
        {say('expense.aCsvFile')} <code>date</code> (2026-06-04), <code>who</code>, <code>amount</code>,{' '}
        <code>account</code>, <code>paid_by</code>
        {say('expense.bankCardDrawerOrEmployee')}
        <code>out_of</code>
        {say('expense.theNameOfIt')}
        <code>text</code>, <code>tax</code>, <code>cost_centre</code>, <code>reference</code>,{' '}
        <code>tags</code>, <code>paper_date</code>. {say('expense.allOfItOrNothing')}
      </p>
    </FilePage>
  );
}
