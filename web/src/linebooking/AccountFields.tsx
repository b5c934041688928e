import { ChooserField } from '../shared/Chooser';
import { accountChoices, useChart } from '../shared/useBooks';
import type { LedgerAccountChoice } from './api';
import { CodedFields } from './CodedFields';
import type { DetailsProps } from './kinds';
import { say } from '../words';

/** Any ledger account but those that are kept by party. */
export function AccountFields(props: DetailsProps) {
  const details = props.details as LedgerAccountChoice;
  const chart = useChart();
  const own = props.line?.accountId ?? props.accountId;
  return (
    <>
      <ChooserField
        className="mb-2"
        label={say('linebooking.ledgerAccount')}
        empty={say('linebooking.chooseWhatItWasFor')}
        value={details.account}
        choices={accountChoices(
          chart.data,
          (a) => a.control === 'NONE' && (own === undefined || a.bankAccountId !== own),
        )}
        onChange={(account) => props.onDetails({ ...details, account })}
      />
      <CodedFields {...props} />
    </>
  );
}
