import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import type { ProposalView as Proposal } from './api';
import { UNREADABLE } from '../shared/dates';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import type { Part } from './ItemPicker';
import { say } from '../words';

/**
 * Proposes what a payment settles: by the numbers of a remittance slip, which tick their items at once, or by its amount,
 * which is offered. An amount of the form is given; without one, a field asks for it.
 */
export function SettlementProposal({
  partyId,
  received,
  amount,
  date,
  parts,
  onTake,
}: {
  partyId: number;
  received: boolean;
  amount?: string;
  date: string;
  parts: Part[];
  onTake: (parts: Part[]) => void;
}) {
  const { company } = useCurrentCompany();
  const [numbers, setNumbers] = useState('');
  const [own, setOwn] = useState('');
  const [taken, setTaken] = useState('');
  const known = useDebounced({ received, amount: amount ?? own, date, numbers });
  const proposal = useQuery({
    queryKey: [...keys.company(company.id), 'settlement-proposal', partyId, known],
    queryFn: () =>
      send<Proposal>('POST', `/api/v1/companies/${company.id}/parties/${partyId}/settlement-proposal`, known),
    enabled: date !== UNREADABLE && date !== '' && (known.amount !== '' || known.numbers.trim() !== ''),
    retry: false,
  });
  const found = proposal.data;
  const items = (found?.items ?? []).map((i) => ({
    itemId: i.itemId,
    amount: typed(i.amount),
    discount: typed(i.discount ?? ''),
  }));
  // numbers pick their items once they are there; whatever is changed by hand afterwards stays
  useEffect(() => {
    if (found?.basis === 'NUMBERS' && known.numbers !== taken) {
      setTaken(known.numbers);
      onTake(items);
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [found]);
  const asTicked = items.length > 0 && JSON.stringify(items) === JSON.stringify(parts.map(asProposed));
  return (
    <div className="proposal">
      <div className="row g-3">
        {amount === undefined && (
          <TextField
            className="col-md-4"
            label={say('party.amountToSpread', { currency: company.currency })}
            money
            value={own}
            onChange={setOwn}
          />
        )}
        <TextField
          className="col-md-8"
          label={received ? say('party.numbersOnTheRemittanceSlip') : say('party.numbersOfTheInvoices')}
          max={20_000}
          value={numbers}
          hint={say('party.typedOrPastedTheyTickTheItems')}
          onChange={setNumbers}
        />
      </div>
      <Problems error={proposal.error} />
      {found && found.told && (
        <p className="told" role="status">
          {found.told}{' '}
          {items.length > 0 && !asTicked && (
            <Button variant="outline-secondary" size="sm" onClick={() => onTake(items)}>
              {say('party.tick', { words: items.length === 1 ? say('party.it') : say('party.them') })}
            </Button>
          )}
        </p>
      )}
    </div>
  );
}

function asProposed(p: Part) {
  return { itemId: p.itemId, amount: p.amount, discount: p.discount ?? '' };
}
