import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import type { LinkView } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { linkKeys } from './keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';

const TROUBLES: [string, string][] = [
  ['NONE', say('link.none')],
  ['DOWN', say('link.itIsDown')],
  ['SLOW', say('link.itIsSlow')],
  ['LIMIT', say('link.itAllowsNoMoreRequests')],
  ['REPEAT_PAGE', say('link.itGivesAPageTwice')],
];

/** Practises a month end with the practice bank: its date moves on, and it lives. */
export function PracticeControls({ link }: { link: LinkView }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [to, setTo] = useState('');
  const base = `/api/v1/companies/${company.id}/bank-links/${link.id}/practice-controls`;
  const key = [...linkKeys.bankLinks(company.id), link.id, say('link.practiceControls')];
  const stage = useQuery({
    queryKey: key,
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-links/{linkId}/practice-controls', {
          params: { path: { companyId: company.id, linkId: link.id } },
        }),
      ),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: key });
  const advance = useMutation({
    mutationFn: () => send('POST', `${base}/advance`, { to }),
    onSuccess: () => {
      setTo('');
      return refresh();
    },
  });
  const trouble = useMutation({
    mutationFn: (kind: string) => send('POST', `${base}/trouble`, { trouble: kind }),
    onSuccess: refresh,
  });
  const [name, setName] = useState('');
  const comesBack = useMutation({
    mutationFn: () => send('POST', `${base}/comes-back`, { name: name.trim(), code: 'R01' }),
    onSuccess: () => {
      setName('');
      return refresh();
    },
  });
  if (!stage.data) {
    return <Problems error={stage.error} />;
  }
  return (
    <Form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault();
        advance.mutate();
      }}
    >
      <h3>{say('link.practise')}</h3>
      <p>{say('link.atThePracticeBankItIsMove', { date: fullDate(stage.data.date) })}</p>
      <div className="row g-2">
        <div className="col-md-4">
          <DateField label={say('link.moveOnTo')} value={to} today={stage.data.date} onChange={setTo} />
        </div>
        <ChoiceField
          className="col-md-4"
          label={say('link.whatTroublesIt')}
          value={stage.data.trouble}
          choices={TROUBLES}
          onChange={(kind) => trouble.mutate(kind)}
        />
      </div>
      <Problems error={advance.error ?? trouble.error ?? comesBack.error} />
      <Button type="submit" variant="outline-secondary" disabled={!to || advance.isPending}>
        {say('link.moveItsDateOn')}
      </Button>
      <div className="row g-2 mt-2">
        <TextField
          className="col-md-8"
          label={say('link.whoseAccountIsEmpty')}
          value={name}
          max={70}
          hint={say('link.theNextOfThisNameComesBack')}
          onChange={setName}
        />
      </div>
      <Button
        variant="outline-secondary"
        disabled={!name.trim() || comesBack.isPending}
        onClick={() => comesBack.mutate()}
      >
        {say('link.letItComeBack')}
      </Button>
    </Form>
  );
}
