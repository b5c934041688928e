import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { DetailsProps } from '../linebooking/kinds';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import type { PaymentChoice } from './api';
import { say } from '../words';

/** The payment of the line's amount that has waited for the bank. */
export function WaitingPaymentFields({ details, onDetails, line }: DetailsProps) {
  const { company } = useCurrentCompany();
  const accountId = line?.accountId ?? 0;
  const uncleared = useQuery({
    queryKey: [...keys.account(company.id, accountId), 'uncleared'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/uncleared-payments', {
          params: { path: { companyId: company.id, accountId } },
        }),
      ),
    enabled: line !== undefined,
  });
  const waiting = (uncleared.data ?? []).filter((p) => p.amount === line?.out);
  const { paymentId } = details as PaymentChoice;
  const likely = waiting[0]?.id;
  useEffect(() => {
    if (paymentId === undefined && likely !== undefined) {
      onDetails({ paymentId: likely });
    }
  });
  return (
    <ChoiceField
      className="mb-2"
      label={say('payment.payment')}
      {...(waiting.length === 0 && { empty: say('payment.noneOfThisAmountWaits') })}
      value={String(paymentId ?? '')}
      choices={waiting.map((p) => [String(p.id), `${p.number}, ${p.payee}, ${fullDate(p.date)}`])}
      onChange={(v) => onDetails({ paymentId: v ? Number(v) : undefined })}
    />
  );
}
