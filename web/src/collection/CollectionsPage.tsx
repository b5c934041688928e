import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useKey } from '../shared/useKey';
import { say } from '../words';
import type { RunStart, RunView } from './api';
import { collectionKeys } from './keys';
import { RUN_STATES } from './words';

/** The register of collection runs, the latest first, and where a new one begins. */
export default function CollectionsPage() {
  const { company, canPrepare, canAdminister } = useCurrentCompany();
  const [beginning, setBeginning] = useState(false);
  const path = { params: { path: { companyId: company.id } } };
  const runs = useQuery({
    queryKey: collectionKeys.runs(company.id),
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/collection-runs', path)),
  });
  const starts = useQuery({
    queryKey: collectionKeys.starts(company.id),
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/collection-runs/starts', path)),
  });
  const may = canPrepare && (starts.data?.length ?? 0) > 0;
  useKey('n', () => may && setBeginning(true));
  return (
    <div className="page">
      <h1>{say('collection.collections')}</h1>
      <div className="actions mb-2">
        {may && (
          <Button onClick={() => setBeginning(true)}>
            {say('collection.beginARun')} <kbd>n</kbd>
          </Button>
        )}
        <Link className="btn btn-outline-secondary" to="/mandates">
          {say('collection.mandates')}
        </Link>
        <Link className="btn btn-outline-secondary" to="/collections/answers">
          {say('collection.bankAnswers')}
        </Link>
        {canAdminister && (
          <Link className="btn btn-outline-secondary" to="/collections/files">
            {say('collection.filesForBanks')}
          </Link>
        )}
      </div>
      {beginning && starts.data && <NewRun starts={starts.data} onClose={() => setBeginning(false)} />}
      <Problems error={runs.error ?? starts.error} />
      {starts.data?.length === 0 && (
        <div className="sheet empty">
          <p>{say('collection.noAccountWritesFiles')}</p>
          {canAdminister && <Link to="/collections/files">{say('collection.filesForBanks')}</Link>}
        </div>
      )}
      {runs.data?.length === 0 && (starts.data?.length ?? 0) > 0 && (
        <div className="sheet empty">
          <p>{say('collection.noRunYet')}</p>
        </div>
      )}
      {(runs.data?.length ?? 0) > 0 && (
        <div className="sheet">
          <table className="plain">
            <caption>{say('collection.runsLatestFirst', { currency: company.currency })}</caption>
            <thead>
              <tr>
                <th scope="col">{say('collection.number')}</th>
                <th scope="col">{say('collection.collectedOn')}</th>
                <th scope="col">{say('collection.bankAccount')}</th>
                <th scope="col">{say('collection.state')}</th>
                <th scope="col" className="num">
                  {say('collection.customers')}
                </th>
                <th scope="col" className="num">
                  {say('collection.amount')}
                </th>
                <th scope="col">{say('collection.fileForTheBank')}</th>
                <th scope="col">{say('collection.credited')}</th>
                <th scope="col" className="num">
                  {say('collection.cameBack')}
                </th>
              </tr>
            </thead>
            <tbody>
              {runs.data?.map((r) => (
                <tr key={r.id} className={r.state === 'REVERSED' || r.state === 'TAKEN_BACK' ? 'undone' : ''}>
                  <th scope="row">
                    <Link to={`/collections/${r.id}`}>{r.number}</Link>
                  </th>
                  <td className="text-nowrap">{fullDate(r.collectOn)}</td>
                  <td>{r.account}</td>
                  <td className={r.state === 'OPEN' ? 'waiting' : ''}>{RUN_STATES[r.state]}</td>
                  <td className="num">{r.customers}</td>
                  <td className="num">{report(r.amount)}</td>
                  <td>{r.file}</td>
                  <td className="text-nowrap">{r.creditedOn ? fullDate(r.creditedOn) : ''}</td>
                  <td className="num">
                    {r.returns > 0 &&
                      say('collection.returnsAmount', { count: r.returns, amount: report(r.cameBack) })}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <ExportLinks path="/collection-runs/file?of=runs" />
        </div>
      )}
    </div>
  );
}

function NewRun({ starts, onClose }: { starts: RunStart[]; onClose: () => void }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const accounts = useBankAccounts();
  const [account, setAccount] = useState(String(starts[0]?.bankAccountId ?? ''));
  const start = starts.find((s) => String(s.bankAccountId) === account) ?? starts[0];
  const [dueUpTo, setDueUpTo] = useState(start?.dueUpTo ?? session.businessDate);
  const [collectOn, setCollectOn] = useState(start?.collectOn ?? session.businessDate);
  const [note, setNote] = useState('');
  const make = useMutation({
    mutationFn: () =>
      send<RunView>('POST', `/api/v1/companies/${company.id}/collection-runs`, {
        bankAccountId: Number(account),
        head: { dueUpTo, collectOn, oneEntry: true, note },
      }),
    onSuccess: async (run) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      await navigate(`/collections/${run.id}`);
    },
  });
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (!make.isPending) {
          make.mutate();
        }
      }}
    >
      <h2>{say('collection.newRun')}</h2>
      <div className="d-flex flex-wrap gap-3">
        <ChoiceField
          label={say('collection.into')}
          value={account}
          choices={starts.map((s) => [
            String(s.bankAccountId),
            accounts.data?.find((a) => a.id === s.bankAccountId)?.name ?? '',
          ])}
          onChange={setAccount}
        />
        <DateField
          label={say('collection.dueUpTo')}
          value={dueUpTo}
          today={session.businessDate}
          onChange={setDueUpTo}
        />
        <DateField
          label={say('collection.collectedOn')}
          value={collectOn}
          today={session.businessDate}
          hint={start && say('collection.firstDay', { day: fullDate(start.collectOn) })}
          onChange={setCollectOn}
        />
        <TextField label={say('collection.note')} value={note} onChange={setNote} />
      </div>
      <Problems error={make.error} title={say('collection.nothingWasBegun')} />
      <div className="actions">
        <Button type="submit" disabled={make.isPending}>
          {say('collection.beginTheRun')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('collection.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
