import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { UnclaimedRules } from './api';

/** When money of checks never cashed is the state's, and when its payees are written to. */
export function UnclaimedPart() {
  const { company } = useCurrentCompany();
  const rules = useQuery({
    queryKey: [...keys.company(company.id), 'unclaimed rules'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/set-up/unclaimed-money', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  return rules.data ? <Rules key={rules.data.version} kept={rules.data} /> : <Problems error={rules.error} />;
}

function Rules({ kept }: { kept: UnclaimedRules }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [months, setMonths] = useState(String(kept.dormantMonths));
  const [days, setDays] = useState(String(kept.noticeDays));
  const ready = /^\d{1,3}$/.test(months.trim()) && /^\d{1,3}$/.test(days.trim());
  const keep = useMutation({
    mutationFn: () =>
      data(
        api.PUT('/api/v1/companies/{companyId}/set-up/unclaimed-money', {
          params: { path: { companyId: company.id } },
          body: { version: kept.version, dormantMonths: Number(months), noticeDays: Number(days) },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && !keep.isPending) keep.mutate();
      }}
    >
      <h2>{say('outstanding.unclaimedMoney')}</h2>
      <div className="row g-3 mb-2">
        <TextField
          className="col-md-3"
          label={say('outstanding.monthsUntilItIsTheStates')}
          max={3}
          value={months}
          hint={say('outstanding.fromTheDayOfTheCheck')}
          onChange={setMonths}
        />
        <TextField
          className="col-md-3"
          label={say('outstanding.daysBeforeForTheLetter')}
          max={3}
          value={days}
          onChange={setDays}
        />
      </div>
      <Button type="submit" disabled={!ready || keep.isPending}>
        {say('outstanding.keepIt')}
      </Button>
      <Problems error={keep.error} title={say('outstanding.nothingWasDone')} />
      {keep.isSuccess && (
        <p className="told" role="status">
          {say('outstanding.kept')}
        </p>
      )}
    </Form>
  );
}
