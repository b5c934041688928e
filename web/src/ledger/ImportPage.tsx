import { useState } from 'react';
import { FilePage } from '../party/FilePage';
import type { BookedView } from './api';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField } from '../shared/fields';
import { accountChoices, useBankAccounts, useChart } from '../shared/useBooks';

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
      title="Cash entries from a file"
      back={['/ledger', 'Ledger']}
      path="/ledger/cash-entry-files"
      fields={{ bankAccountId: account }}
      optional={{ otherAccount: other }}
      booked={(r) => r}
      count={(r) => r.count}
      what="entries"
    >
      <p>
        A CSV file with a header row: <code>date</code> (2026-06-04) and <code>amount</code> (plus into the
        account), and where known <code>reference</code>, <code>check_number</code>, <code>party</code>,{' '}
        <code>text</code>, and <code>account</code> for the balancing account of a row.
      </p>
      <ChoiceField
        className="mb-2"
        label="Bank account"
        value={account}
        choices={active.map((a) => [String(a.id), a.name])}
        onChange={setChosen}
      />
      <ChooserField
        label="Other side, where a row names none"
        empty="None"
        value={other}
        choices={accountChoices(chart.data, () => true)}
        onChange={setOther}
      />
    </FilePage>
  );
}
