import { useState } from 'react';
import { FilePage } from '../party/FilePage';
import type { MadeView } from './api';
import { ChoiceField } from '../shared/fields';
import { useBankAccounts } from '../shared/useBooks';
import { KINDS } from './words';
import { say } from '../words';

/** An outside list of payments, such as a pay run, as one batch. */
export default function PaymentFilePage() {
  const accounts = useBankAccounts();
  const [account, setAccount] = useState('');
  const [kind, setKind] = useState('CHECK');
  return (
    <FilePage<MadeView>
      title={say('payment.aListOfPayments')}
      back={['/payments', say('payment.payments')]}
      path="/payment-files"
      fields={{ bankAccountId: account, kind }}
      booked={(r) => r.booked}
      count={(r) => r.count}
      what={say('payment.payments2')}
    >
      <p>
        {say('payment.aCsvFileWithAHeaderRow')}
        <code>payee</code>, <code>date</code> (2026-06-11), <code>amount</code>
        {say('payment.aboveZero')}
        <code>account</code>
        {say('payment.whatItIsForAndWhereKnown')}
        <code>number</code>
        {say('payment.ofTheCheckElseTheNextOf')}
        <code>text</code>, <code>tax</code>, <code>cost_centre</code>.
      </p>
      <div className="row g-3">
        <ChoiceField
          className="col-md-6"
          label={say('payment.payFrom')}
          empty={say('payment.chooseTheAccount')}
          value={account}
          choices={(accounts.data ?? []).filter((a) => a.active).map((a) => [String(a.id), a.name])}
          onChange={setAccount}
        />
        <ChoiceField
          className="col-md-6"
          label={say('payment.how')}
          value={kind}
          choices={Object.entries(KINDS)}
          onChange={setKind}
        />
      </div>
    </FilePage>
  );
}
