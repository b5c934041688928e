import { useState } from 'react';
import { FilePage } from '../party/FilePage';
import type { BookedView } from './api';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField } from '../shared/fields';
import { accountChoices, useBankAccounts, useChart } from '../shared/useBooks';
import { say } from '../words';

/** Cash entries from a CSV file: previewed, then booked, all or nothing. */
export default function ImportPage() {
  const accounts = useBankAccounts();
  const chart = useChart();
  const [chosen, setChosen] = useState('');
  const [other, setOther] = useState('');
  const active = (accounts.data ?? []).filter((a) => a.active);
  const account = chosen || String(active[0]?.id ?? '');
  return (
    <FilePage<BookedView>
      title={say('ledger.cashEntriesFromAFile')}
      back={['/ledger', say('ledger.ledger')]}
      path="/ledger/cash-entry-files"
      fields={{ bankAccountId: account }}
      optional={{ otherAccount: other }}
      booked={(r) => r}
      count={(r) => r.count}
      what={say('ledger.entries')}
    >
      <p>
        {say('ledger.aCsvFileWithAHeaderRow')}
        <code>date</code>
        {say('ledger.20260604And')}
        <code>amount</code>
        {say('ledger.plusIntoTheAccountAndWhereKnown')}
        <code>reference</code>, <code>check_number</code>, <code>party</code>, <code>text</code>
        {say('ledger.and')}
        <code>account</code>
        {say('ledger.forTheBalancingAccountOfARow')}
      </p>
      <ChoiceField
        className="mb-2"
        label={say('ledger.bankAccount')}
        value={account}
        choices={active.map((a) => [String(a.id), a.name])}
        onChange={setChosen}
      />
      <ChooserField
        label={say('ledger.otherSideWhereARowNamesNone')}
        empty={say('ledger.none')}
        value={other}
        choices={accountChoices(chart.data, () => true)}
        onChange={setOther}
      />
    </FilePage>
  );
}
