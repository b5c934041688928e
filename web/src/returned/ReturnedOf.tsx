import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { shortDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import { TimesOf } from './TimesOf';
import { useReturnedList, useReturnedTimes } from './useReturned';

/** What of a customer's money came back and is owed, check and fee together; and whether they are charged for it. */
export function ReturnedOf({ party }: { party: number }) {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const list = useReturnedList({ party, state: ['OPEN', 'OWED'] });
  const times = useReturnedTimes(party);
  const charge = useMutation({
    mutationFn: (charged: boolean) =>
      send('PUT', `/api/v1/companies/${company.id}/parties/${party}/returned-fee`, { charged }),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const items = list.data?.items ?? [];
  return (
    <>
      <TimesOf party={party} />
      {items.length > 0 && (
        <ul className="facts">
          {items.map((i) => (
            <li key={i.id}>
              {shortDate(i.returnedOn)}{' '}
              <Link to={`/returned-items/${i.id}`}>
                {say('returned.numberOfPayer', { number: i.number, payer: i.payer })}
              </Link>{' '}
              {i.reasonWords} <strong>{say('returned.owedOfIt', { amount: grouped(i.owed) })}</strong>
            </li>
          ))}
        </ul>
      )}
      {canPrepare && times.data && (times.data.times > 0 || !times.data.charged) && (
        <Form.Check
          id="returned-fee"
          className="mb-2"
          label={say('returned.isChargedWhenSomethingComesBack')}
          checked={times.data.charged}
          disabled={charge.isPending}
          onChange={(e) => charge.mutate(e.target.checked)}
        />
      )}
      <Problems error={charge.error} />
    </>
  );
}
