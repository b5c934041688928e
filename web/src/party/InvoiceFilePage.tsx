import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { BookedView } from './api';
import { ChoiceField } from '../shared/fields';
import { FilePage } from './FilePage';

/** Invoices and credit notes from a CSV file. */
export default function InvoiceFilePage() {
  const [search] = useSearchParams();
  const [control, setControl] = useState(search.get('control') ?? 'RECEIVABLES');
  return (
    <FilePage<BookedView>
      title="Invoices from a file"
      back={[`/parties?control=${control}`, control === 'PAYABLES' ? 'Suppliers' : 'Customers']}
      path="/invoice-files"
      fields={{ control }}
      booked={(r) => r}
      count={(r) => r.count}
      what="invoices"
    >
      <p>
        A CSV file with a header row: <code>party</code> (code or name), <code>number</code>,{' '}
        <code>date</code> (2026-06-04), <code>amount</code> (gross; below zero for a credit note),{' '}
        <code>account</code>, and where known <code>due_date</code>, <code>tax</code>,{' '}
        <code>cost_centre</code>, <code>text</code>.
      </p>
      <ChoiceField
        label="Whose"
        value={control}
        choices={[
          ['RECEIVABLES', 'Ours, to customers'],
          ['PAYABLES', 'Received, from suppliers'],
        ]}
        onChange={setControl}
      />
    </FilePage>
  );
}
