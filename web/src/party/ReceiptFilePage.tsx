import type { BookedView } from './api';
import { FilePage } from './FilePage';
import { say } from '../words';

/** Receipts from a CSV file. */
export default function ReceiptFilePage() {
  return (
    <FilePage<BookedView>
      title={say('party.receiptsFromAFile')}
      back={['/receipts', say('party.receipts')]}
      path="/receipt-files"
      fields={{}}
      booked={(r) => r}
      count={(r) => r.count}
      what={say('party.receiptsOfAFile')}
    >
      <p>
        {say('party.aCsvFileOfReceipts')} <code>date</code> (2026-06-04), <code>from</code>
        {say('party.codeOrName')}
        <code>amount</code>
        {say('party.andWhereKnown')}
        <code>tender</code>
        {say('party.checkCashOrCard')}
        <code>number</code>, <code>items</code>, <code>account</code>, <code>tax</code>,{' '}
        <code>cost_centre</code>, <code>site</code>, <code>paper_date</code>, <code>text</code>.{' '}
        {say('party.itemsNamesWhatItSettles')}
      </p>
    </FilePage>
  );
}
