import { CellChooser } from '../shared/Chooser';
import { CellChoice } from '../shared/fields';
import { accountChoices, useBankAccounts, useChart } from '../shared/useBooks';
import { say } from '../words';
import type { LedgerAccountChoice, OtherAccountChoice } from './api';
import type { CellProps } from './kinds';

/** Any ledger account but those that are kept by party and the bank account's own. */
export function AccountCell({ label, details, onDetails, line }: CellProps) {
  const chosen = details as LedgerAccountChoice;
  const chart = useChart();
  return (
    <CellChooser
      label={label}
      empty={say('linebooking.chooseWhatItWasFor')}
      value={chosen.account}
      choices={accountChoices(chart.data, (a) => a.control === 'NONE' && a.bankAccountId !== line.accountId)}
      onChange={(account) => onDetails({ ...chosen, account })}
    />
  );
}

/** The other end of a transfer. */
export function OtherAccountCell({ label, details, onDetails, line }: CellProps) {
  const chosen = (details as OtherAccountChoice).otherBankAccountId;
  const accounts = useBankAccounts();
  return (
    <CellChoice
      label={label}
      empty={say('linebooking.choose')}
      value={chosen ? String(chosen) : ''}
      choices={(accounts.data ?? [])
        .filter((a) => a.active && a.id !== line.accountId)
        .map((a) => [String(a.id), a.name])}
      onChange={(v) => onDetails({ otherBankAccountId: v ? Number(v) : undefined })}
    />
  );
}
