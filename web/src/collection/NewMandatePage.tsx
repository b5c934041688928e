import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { OnlyLooks } from '../draft/OnlyLooks';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { MandateView } from './api';
import { emptyMandate, MandateFields, sentMandate } from './MandateFields';

/** A mandate that a customer has signed, or is to sign. */
export default function NewMandatePage() {
  const { company, session, canPrepare } = useCurrentCompany();
  const [search] = useSearchParams();
  const party = Number(search.get('party'));
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [typed, setTyped] = useState({
    ...emptyMandate(session.businessDate),
    ...(party > 0 && { partyId: party }),
  });
  const make = useMutation({
    mutationFn: () =>
      send<MandateView>('POST', `/api/v1/companies/${company.id}/mandates`, sentMandate(typed)),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      await navigate(`/mandates/${made.id}`);
    },
  });
  if (!canPrepare) {
    return (
      <OnlyLooks title={say('collection.newMandate')} back={['/mandates', say('collection.mandates')]} />
    );
  }
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/mandates">{say('collection.mandates')}</Link>
      </p>
      <h1>{say('collection.newMandate')}</h1>
      <Form
        className="sheet"
        onSubmit={(e) => {
          e.preventDefault();
          if (!make.isPending) {
            make.mutate();
          }
        }}
      >
        <MandateFields value={typed} onChange={setTyped} />
        <Problems error={make.error} title={say('collection.nothingWasKept')} />
        <div className="actions mt-2">
          <Button type="submit" disabled={make.isPending || !typed.partyId}>
            {say('collection.keepTheMandate')}
          </Button>
          <Link className="btn btn-outline-secondary" to="/mandates">
            {say('collection.leaveIt')}
          </Link>
        </div>
      </Form>
    </div>
  );
}
