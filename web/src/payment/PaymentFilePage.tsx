import { useState } from 'react';
import { FilePage } from '../party/FilePage';
import type { MadeView } from './api';
import { ChoiceField } from '../shared/fields';
import { useBankAccounts } from '../shared/useBooks';
import { KINDS } from './words';

/** An outside list of payments, such as a pay run, as one batch. */
export default function PaymentFilePage() {
  const accounts = useBankAccounts();
  const [account, setAccount] = useState('');
  const [kind, setKind] = useState('CHECK');
  return (
    <FilePage<MadeView>
      title="A list of payments"
      back={['/payments', 'Payments']}
      path="/payment-files"
      fields={{ bankAccountId: account, kind }}
      booked={(r) => r.booked}
      count={(r) => r.count}
      what="payments"
    >
      <p>
        A CSV file with a header row: <code>payee</code>, <code>date</code> (2026-06-11), <code>amount</code>{' '}
        (above zero), <code>account</code> (what it is for), and where known <code>number</code> (of the
        check; else the next of the stock), <code>text</code>, <code>tax</code>, <code>cost_centre</code>.
      </p>
      <div className="row g-3">
        <ChoiceField
          className="col-md-6"
          label="Pay from"
          empty="Choose the account"
          value={account}
          choices={(accounts.data ?? []).filter((a) => a.active).map((a) => [String(a.id), a.name])}
          onChange={setAccount}
        />
        <ChoiceField
          className="col-md-6"
          label="How"
          value={kind}
          choices={Object.entries(KINDS)}
          onChange={setKind}
        />
      </div>
    </FilePage>
  );
}
