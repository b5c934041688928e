import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import type { LinkView } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { linkKeys } from './keys';
import { Problems } from '../shared/Problems';

const TROUBLES: [string, string][] = [
  ['NONE', 'none'],
  ['DOWN', 'it is down'],
  ['SLOW', 'it is slow'],
  ['LIMIT', 'it allows no more requests'],
  ['REPEAT_PAGE', 'it gives a page twice'],
];

/** Practises a month end with the practice bank: its date moves on, and it lives. */
export function PracticeControls({ link }: { link: LinkView }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [to, setTo] = useState('');
  const base = `/api/v1/companies/${company.id}/bank-links/${link.id}/practice-controls`;
  const key = [...linkKeys.bankLinks(company.id), link.id, 'practice controls'];
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
      <h3>Practise</h3>
      <p>
        At the practice bank it is {fullDate(stage.data.date)}. Move its date on: it learns of the checks and
        deposits of the accounts it feeds and clears them in its own time, with fees, interest, returned
        checks and now and then an error of its own. Then fetch.
      </p>
      <div className="row g-2">
        <div className="col-md-4">
          <DateField label="Move on to" value={to} today={stage.data.date} onChange={setTo} />
        </div>
        <ChoiceField
          className="col-md-4"
          label="What troubles it"
          value={stage.data.trouble}
          choices={TROUBLES}
          onChange={(kind) => trouble.mutate(kind)}
        />
      </div>
      <Problems error={advance.error ?? trouble.error} />
      <Button type="submit" variant="outline-secondary" disabled={!to || advance.isPending}>
        Move its date on
      </Button>
    </Form>
  );
}
