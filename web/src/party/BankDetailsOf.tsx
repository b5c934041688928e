import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { SecondPerson, useApproval } from '../approval/SecondPerson';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { fullDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { BankDetails, NewBankDetails } from './api';

const STATES: Record<BankDetails['state'], string> = {
  ASKED: say('party.detailsAsked'),
  CURRENT: say('party.detailsCurrent'),
  FORMER: say('party.detailsFormer'),
  DECLINED: say('party.detailsDeclined'),
};

/** To which account somebody is paid: what stands, what waits for a second person, and what was before. */
export function BankDetailsOf({ party }: { party: number }) {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [changing, setChanging] = useState(false);
  const [ending, setEnding] = useState(false);
  const base = `/api/v1/companies/${company.id}/parties/${party}/bank-details`;
  const details = useQuery({
    queryKey: [...keys.party(company.id, party), 'bank details'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/parties/{partyId}/bank-details', {
          params: { path: { companyId: company.id, partyId: party } },
        }),
      ),
  });
  const end = useMutation({
    mutationFn: () => send('DELETE', base),
    onSuccess: async () => {
      setEnding(false);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const all = details.data ?? [];
  const asked = all.find((d) => d.state === 'ASKED');
  const now = all.find((d) => d.state === 'CURRENT');
  return (
    <div className="sheet">
      <h2>{say('party.bankDetails')}</h2>
      <Problems error={details.error} />
      {all.length === 0 ? (
        <p className="quiet">{say('party.noBankDetails')}</p>
      ) : (
        <table className="plain mb-2">
          <caption className="visually-hidden">{say('party.bankDetails')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('party.detailsState')}</th>
              <th scope="col">{say('party.detailsAccount')}</th>
              <th scope="col">{say('party.detailsHolder')}</th>
              <th scope="col">{say('party.detailsConfirmed')}</th>
              <th scope="col">{say('party.detailsWho')}</th>
            </tr>
          </thead>
          <tbody>
            {all.map((d) => (
              <tr key={d.id} className={d.state === 'FORMER' || d.state === 'DECLINED' ? 'quiet' : ''}>
                <th scope="row" className={d.state === 'ASKED' ? 'waiting' : ''}>
                  {STATES[d.state]}
                </th>
                <td>
                  <Account details={d} />
                </td>
                <td>{d.holder}</td>
                <td>{d.confirmed}</td>
                <td>
                  {say('party.detailsAskedBy', { who: d.askedBy, day: fullDate(d.askedAt.slice(0, 10)) })}
                  {d.decidedBy && d.decidedAt && (
                    <div>
                      {say(d.state === 'DECLINED' ? 'party.detailsDeclinedBy' : 'party.detailsApprovedBy', {
                        who: d.decidedBy,
                        day: fullDate(d.decidedAt.slice(0, 10)),
                      })}
                      {d.reason && `: ${d.reason}`}
                    </div>
                  )}
                  {d.until && <div>{say('party.detailsUntil', { day: fullDate(d.until.slice(0, 10)) })}</div>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {asked && <Asked id={asked.id} />}
      {canPrepare && !asked && !changing && !ending && (
        <div className="actions">
          <Button variant="outline-secondary" onClick={() => setChanging(true)}>
            {now ? say('party.changeBankDetails') : say('party.enterBankDetails')}
          </Button>
          {now && (
            <Button variant="outline-secondary" onClick={() => setEnding(true)}>
              {say('party.endBankDetails')}
            </Button>
          )}
        </div>
      )}
      {ending && (
        <>
          <p className="told">{say('party.endBankDetailsHint')}</p>
          <Problems error={end.error} />
          <div className="actions">
            <Button disabled={end.isPending} onClick={() => end.mutate()}>
              {say('party.endBankDetails')}
            </Button>
            <Button variant="outline-secondary" onClick={() => setEnding(false)}>
              {say('party.leaveIt')}
            </Button>
          </div>
        </>
      )}
      {changing && <Change base={base} onClose={() => setChanging(false)} />}
    </div>
  );
}

function Asked({ id }: { id: number }) {
  const asked = useApproval('BANK_DETAILS', id);
  return asked ? <SecondPerson key={asked.id} asked={asked} /> : null;
}

/** Masked until whoever may decide asks for the whole number. */
function Account({ details: d }: { details: BankDetails }) {
  const { company, canPrepare } = useCurrentCompany();
  const whole = useMutation({
    mutationFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-details/{detailsId}/number', {
          params: { path: { companyId: company.id, detailsId: d.id } },
        }),
      ),
  });
  return (
    <>
      {whole.data?.accountNumber ?? d.account}{' '}
      <span className="quiet">
        {[d.routing, d.savings ? say('party.savings') : ''].filter(Boolean).join(', ')}
      </span>
      {canPrepare && !whole.data && (
        <div>
          <button
            type="button"
            className="as-link quiet"
            disabled={whole.isPending}
            onClick={() => whole.mutate()}
          >
            {say('party.wholeNumber')}
          </button>
        </div>
      )}
      <Problems error={whole.error} />
    </>
  );
}

function Change({ base, onClose }: { base: string; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [form, setForm] = useState<NewBankDetails>({
    sepa: company.currency === 'EUR',
    holder: '',
    routing: '',
    accountNumber: '',
    savings: false,
    bic: '',
    confirmed: '',
  });
  const set = (part: Partial<NewBankDetails>) => setForm({ ...form, ...part });
  const ask = useMutation({
    mutationFn: () => send('POST', base, form),
    onSuccess: async () => {
      onClose();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault();
        if (!ask.isPending) {
          ask.mutate();
        }
      }}
    >
      <div className="row g-3">
        <ChoiceField
          className="col-md-4"
          label={say('party.detailsKind')}
          value={form.sepa ? 'SEPA' : 'ACH'}
          choices={[
            ['ACH', say('party.detailsAch')],
            ['SEPA', say('party.detailsSepa')],
          ]}
          onChange={(kind) => set({ sepa: kind === 'SEPA' })}
        />
        {!form.sepa && (
          <TextField
            className="col-md-4"
            label={say('party.routingNumber')}
            value={form.routing}
            max={20}
            onChange={(routing) => set({ routing })}
          />
        )}
        <TextField
          className="col-md-4"
          label={form.sepa ? say('party.iban') : say('party.accountNumber')}
          value={form.accountNumber}
          max={50}
          onChange={(accountNumber) => set({ accountNumber })}
        />
        {form.sepa ? (
          <TextField
            className="col-md-4"
            label={say('party.bic')}
            value={form.bic}
            max={20}
            hint={say('party.bicHint')}
            onChange={(bic) => set({ bic })}
          />
        ) : (
          <ChoiceField
            className="col-md-4"
            label={say('party.accountKind')}
            value={form.savings ? 'SAVINGS' : 'CHECKING'}
            choices={[
              ['CHECKING', say('party.checking')],
              ['SAVINGS', say('party.savings')],
            ]}
            onChange={(kind) => set({ savings: kind === 'SAVINGS' })}
          />
        )}
        <TextField
          className="col-md-4"
          label={say('party.detailsHolder')}
          value={form.holder}
          max={70}
          hint={say('party.holderHint')}
          onChange={(holder) => set({ holder })}
        />
        <TextField
          className="col-md-8"
          label={say('party.detailsConfirmed')}
          value={form.confirmed}
          max={200}
          hint={say('party.confirmedHint')}
          onChange={(confirmed) => set({ confirmed })}
        />
      </div>
      <Problems error={ask.error} title={say('party.notKeptWhatYouTypedIsStill')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={!form.confirmed.trim() || ask.isPending}>
          {say('party.askASecondPerson')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('party.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
