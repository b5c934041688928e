import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { shortDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';

/** A slip that the bank credited in parts: the receipts that make each, and one step that splits it over the lines. */
export function SlipParts({ entry, lines, change }: { entry: number; lines: number[]; change: boolean }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const path = { companyId: company.id };
  const found = useQuery({
    queryKey: [...keys.company(company.id), 'slip over lines', entry, lines],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/deposit-slips/over-lines', {
          params: { path, query: { entry, line: lines } },
        }),
      ),
  });
  const slip = found.data?.[0];
  const split = useMutation({
    mutationFn: (slipId: number) =>
      data(
        api.POST('/api/v1/companies/{companyId}/deposit-slips/{slipId}/over-lines', {
          params: { path: { ...path, slipId } },
          body: { lines },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  if (!slip) {
    return null;
  }
  return (
    <div className="slip-parts">
      {slip.parts.map((part) => (
        <p key={part.lineId} className="mb-1">
          {say('deposit.partOfTheSlip', {
            amount: grouped(part.amount),
            date: shortDate(part.date),
            receipts: part.receipts
              .map((r) => say('deposit.numberOfPayer', { number: r.number, payer: r.payer }))
              .join(', '),
          })}
        </p>
      ))}
      {slip.several && <p className="quiet mb-1">{say('deposit.anotherWayComesToTheSame')}</p>}
      {change && (
        <Button
          variant="outline-secondary"
          size="sm"
          disabled={split.isPending}
          onClick={() => split.mutate(slip.slipId)}
        >
          {say('deposit.splitOverTheseLines', { number: slip.number })}
        </Button>
      )}
      <Problems error={split.error} title={say('deposit.theSlipWasNotSplit')} />
    </div>
  );
}
