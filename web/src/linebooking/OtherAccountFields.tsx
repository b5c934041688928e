import { useEffect } from 'react';
import { ChoiceField } from '../shared/fields';
import { useBankAccounts } from '../shared/useBooks';
import type { OtherAccountChoice } from './api';
import type { DetailsProps } from './kinds';
import { say } from '../words';

/** The other end of a transfer. */
export function OtherAccountFields({ details, onDetails, line, accountId }: DetailsProps) {
  const chosen = (details as OtherAccountChoice).otherBankAccountId;
  const accounts = useBankAccounts();
  const others = (accounts.data ?? []).filter((a) => a.active && a.id !== (line?.accountId ?? accountId));
  const likely = line ? others[0]?.id : undefined;
  useEffect(() => {
    if (chosen === undefined && likely !== undefined) {
      onDetails({ otherBankAccountId: likely });
    }
  });
  return (
    <ChoiceField
      className="mb-2"
      label={say('linebooking.theOtherAccount')}
      empty={say('linebooking.choose')}
      value={chosen ? String(chosen) : ''}
      choices={others.map((a) => [String(a.id), a.name])}
      onChange={(v) => onDetails({ otherBankAccountId: v ? Number(v) : undefined })}
    />
  );
}
