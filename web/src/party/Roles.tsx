import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { ChoiceField } from '../shared/fields';
import { PartyField } from './PartyChooser';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { ROLES, upper, type Control } from '../shared/useBooks';
import type { PartyPage, PartyRole } from './api';
import { RoleFields } from './PartyCardFields';
import { CONTROLS, someone, takesInvoices } from './roles';
import { say } from '../words';

/** The roles of the same person or firm, with what is open in each; another can be added, or one be told apart again. */
export function Roles({ page }: { page: PartyPage }) {
  const { company, canPrepare } = useCurrentCompany();
  const [asking, setAsking] = useState<'role' | 'same' | null>(null);
  const free = CONTROLS.filter((c) => page.roles.every((r) => r.control !== c));
  const apart = useChange(page.party.id);
  return (
    <div className="sheet">
      <h2>{say('party.roles')}</h2>
      <table className="plain mb-2" style={{ maxWidth: '46rem' }}>
        <caption>{say('party.eachWithAnAccountOfItsOwn', { currency: company.currency })}</caption>
        <thead>
          <tr>
            <th scope="col">{say('party.role')}</th>
            <th scope="col">{say('party.code')}</th>
            <th scope="col" className="num">
              {say('party.open')}
            </th>
          </tr>
        </thead>
        <tbody>
          {page.roles.map((r) => (
            <tr key={r.partyId}>
              <th scope="row">
                {r.partyId === page.party.id ? (
                  upper(ROLES[r.control as Control][0])
                ) : (
                  <Link to={`/parties/${r.partyId}`}>{upper(ROLES[r.control as Control][0])}</Link>
                )}
              </th>
              <td>
                {r.code}
                {!r.active && <span className="quiet">{say('party.noLongerActive2')}</span>}
              </td>
              <td className="num">{report(r.open)}</td>
            </tr>
          ))}
          {page.roles.length > 1 && (
            <tr className="sum">
              <th scope="row" colSpan={2}>
                {say('party.inAllRoles')}
              </th>
              <td className="num">{report(page.net)}</td>
            </tr>
          )}
        </tbody>
      </table>
      {canPrepare && asking === null && (
        <div className="actions">
          {free.length > 0 && (
            <>
              <Button size="sm" variant="outline-secondary" onClick={() => setAsking('role')}>
                {say('party.addARole')}
              </Button>
              <Button size="sm" variant="outline-secondary" onClick={() => setAsking('same')}>
                {say('party.sameAsSomebodyElseHere')}
              </Button>
            </>
          )}
          {page.roles.length > 1 && (
            <Button
              size="sm"
              variant="outline-secondary"
              disabled={apart.isPending}
              onClick={() => apart.mutate({ path: 'apart' })}
            >
              {say('party.thisIsSomebodyElse', { words: ROLES[page.party.control as Control][0] })}
            </Button>
          )}
        </div>
      )}
      <Problems error={apart.error} title={say('party.notParted')} />
      {asking === 'role' && <AddRole page={page} free={free} onClose={() => setAsking(null)} />}
      {asking === 'same' && <Same page={page} free={free} onClose={() => setAsking(null)} />}
    </div>
  );
}

/** Sends a change of who somebody is. */
function useChange(partyId: number, onDone?: () => void) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ path, body }: { path: string; body?: object }) =>
      send('POST', `/api/v1/companies/${company.id}/parties/${partyId}/${path}`, body),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onDone?.();
    },
  });
}

interface Asking {
  page: PartyPage;
  free: Control[];
  onClose: () => void;
}

function AddRole({ page, free, onClose }: Asking) {
  const [role, setRole] = useState<PartyRole>(roleOf(free[0] ?? 'RECEIVABLES'));
  const add = useChange(page.party.id, onClose);
  return (
    <form
      style={{ maxWidth: '52rem' }}
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate({ path: 'roles', body: role });
      }}
    >
      <div className="row g-2">
        <ChoiceField
          className="col-md-4"
          label={say('party.isAlso', { name: page.party.name })}
          value={role.control}
          choices={free.map((c) => [c, someone(c)])}
          onChange={(c) => setRole({ ...roleOf(c as Control), code: role.code })}
        />
        <RoleFields role={role} width="col-md-4" onChange={(part) => setRole({ ...role, ...part })} />
      </div>
      <Problems error={add.error} title={say('party.notAddedWhatYouTypedIsStill')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={add.isPending}>
          {say('party.addTheRole')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('party.leaveIt')}
        </Button>
      </div>
    </form>
  );
}

const roleOf = (control: Control): PartyRole => ({
  control,
  code: '',
  dueDays: takesInvoices(control) ? 30 : 0,
  discountPercent: '',
  discountDays: 0,
});

function Same({ page, free, onClose }: Asking) {
  const [other, setOther] = useState<number>();
  const join = useChange(page.party.id, onClose);
  return (
    <form
      style={{ maxWidth: '34rem' }}
      onSubmit={(e) => {
        e.preventDefault();
        join.mutate({ path: 'same', body: { otherPartyId: other } });
      }}
    >
      <PartyField
        label={say('party.isTheSameAs', { name: page.party.name })}
        empty={say('party.typeANameOrACode')}
        roles={free}
        partyId={other}
        hint={say('party.nameAndAddressOfHoldForBoth', { name: page.party.name })}
        onChange={(p) => setOther(p?.id)}
      />
      <Problems error={join.error} title={say('party.notJoined')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={join.isPending || other === undefined}>
          {say('party.theyAreTheSame')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('party.leaveIt')}
        </Button>
      </div>
    </form>
  );
}
