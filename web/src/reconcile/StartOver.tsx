import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { monthName } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { MonthView } from './api';
import type { Place } from './useMonth';

/** Lets all matches of the month go in one step, after saying how many; and puts them back. */
export function StartOver({ place, view }: { place: Place; view: MonthView }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const path = { companyId: place.companyId, accountId: place.accountId };
  const begin = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}/start-over', {
          params: { path: place },
        }),
      ),
    onSuccess: async () => {
      setAsking(false);
      await refresh();
    },
  });
  const back = useMutation({
    mutationFn: (startedOverId: number) =>
      data(
        api.DELETE('/api/v1/companies/{companyId}/bank-accounts/{accountId}/started-over/{startedOverId}', {
          params: { path: { ...path, startedOverId } },
        }),
      ),
    onSuccess: refresh,
  });
  const over = view.startedOver;
  return (
    <>
      {view.ties > 0 && (
        <Button variant="outline-secondary" onClick={() => setAsking(true)}>
          {say('reconcile.startOver')}
        </Button>
      )}
      {over && (
        <Button
          variant="outline-secondary"
          disabled={back.isPending}
          onClick={() => !back.isPending && back.mutate(over.id)}
        >
          {say('reconcile.putBackSoMany', { count: over.count })}
        </Button>
      )}
      {back.data && back.data.left > 0 && (
        <span className="attention" role="status">
          {say('reconcile.someWereNotPutBack', { count: back.data.count, left: back.data.left })}
        </span>
      )}
      <Problems error={back.error} title={say('reconcile.thatWasNotDoneNothingWasChanged')} />
      {asking && (
        <Modal show onHide={() => setAsking(false)} animation={false} aria-labelledby="start-over">
          <Modal.Header closeButton>
            <Modal.Title as="h2" id="start-over">
              {say('reconcile.startMonthOver', { month: monthName(view.month) })}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>
            <p>{say('reconcile.soManyMatchesAreLetGo', { count: view.ties })}</p>
            <p className="quiet mb-0">{say('reconcile.whatStaysWhenStartingOver')}</p>
            <Problems error={begin.error} title={say('reconcile.thatWasNotDoneNothingWasChanged')} />
          </Modal.Body>
          <Modal.Footer>
            <Button variant="outline-secondary" onClick={() => setAsking(false)}>
              {say('reconcile.leaveIt')}
            </Button>
            <Button disabled={begin.isPending} onClick={() => !begin.isPending && begin.mutate()}>
              {say('reconcile.letSoManyGo', { count: view.ties })}
            </Button>
          </Modal.Footer>
        </Modal>
      )}
    </>
  );
}
