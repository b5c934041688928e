import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { BookedView } from './api';
import { ChoiceField } from '../shared/fields';
import { FilePage } from './FilePage';
import { say } from '../words';

/** Invoices and credit notes from a CSV file. */
export default function InvoiceFilePage() {
  const [search] = useSearchParams();
  const [control, setControl] = useState(search.get('control') ?? 'RECEIVABLES');
  return (
    <FilePage<BookedView>
      title={say('party.invoicesFromAFile')}
      back={[
        `/parties?control=${control}`,
        control === 'PAYABLES' ? say('party.suppliers') : say('party.customers'),
      ]}
      path="/invoice-files"
      fields={{ control }}
      booked={(r) => r}
      count={(r) => r.count}
      what={say('party.invoices')}
    >
      <p>
        {say('party.aCsvFileWithAHeaderRow')}
        <code>party</code>
        {say('party.codeOrName')}
        <code>number</code>, <code>date</code> (2026-06-04), <code>amount</code>
        {say('party.grossBelowZeroForACreditNote')}
        <code>account</code>
        {say('party.andWhereKnown')}
        <code>due_date</code>, <code>tax</code>, <code>cost_centre</code>, <code>text</code>.
      </p>
      <ChoiceField
        label={say('party.whose')}
        value={control}
        choices={[
          ['RECEIVABLES', say('party.oursToCustomers')],
          ['PAYABLES', say('party.receivedFromSuppliers')],
        ]}
        onChange={setControl}
      />
    </FilePage>
  );
}
