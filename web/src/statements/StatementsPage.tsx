import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { useHere } from '../session/session';
import { AccountRail } from '../shared/AccountRail';
import { api, data, upload, type Schemas } from '../shared/api';
import { dateTime, fullDate } from '../shared/dates';
import { FileButton, FileDrop, Reading } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useToday } from '../today/useToday';

/** What has been read of each account: periods, balances, where it came from, the original file. */
export default function StatementsPage() {
  const { company, canPrepare } = useHere();
  const [search] = useSearchParams();
  const today = useToday();
  const queries = useQueryClient();
  const account = Number(search.get('account') ?? today.data?.lanes[0]?.accountId ?? 0);
  const lane = today.data?.lanes.find((l) => l.accountId === account);
  const statements = useQuery({
    queryKey: keys.statements(company.id, account),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/bank-accounts/{accountId}/statements', {
          params: { path: { companyId: company.id, accountId: account } },
        }),
      ),
    enabled: account > 0,
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const take = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return upload<Schemas['Taken']>(
        `/api/companies/${company.id}/bank-accounts/${account}/statements`,
        form,
      );
    },
    onSuccess: refresh,
  });
  const back = useMutation({
    mutationFn: (statementId: number) =>
      data(
        api.DELETE('/api/companies/{companyId}/bank-accounts/{accountId}/statements/{statementId}', {
          params: { path: { companyId: company.id, accountId: account, statementId } },
        }),
      ),
    onSuccess: refresh,
  });
  if (today.data && today.data.lanes.length === 0) {
    return (
      <div className="page">
        <section className="sheet empty">
          <h1>No statements yet</h1>
          <p>Statements are kept by account. An administrator adds the first account under Set-up.</p>
        </section>
      </div>
    );
  }
  return (
    <div className="certify" style={{ gridTemplateColumns: '190px minmax(0, 1fr)' }}>
      <AccountRail accountId={account} to={(a) => `/statements?account=${a}`} />
      <FileDrop
        enabled={canPrepare}
        label={`Drop a statement of ${lane?.name}`}
        onFile={(f) => take.mutate(f)}
      >
        <section className="page">
          <h1>
            Statements of {lane?.name} <small>{lane && `${lane.bank} ${lane.shortNumber}`}</small>
          </h1>
          {canPrepare && (
            <div className="actions">
              <FileButton main label="Read a statement file" onFile={(f) => take.mutate(f)} />
              {lane && (
                <Link className="btn btn-outline-secondary" to={`/reconcile/${account}/${lane.nextMonth}`}>
                  Work from paper
                </Link>
              )}
            </div>
          )}
          {take.isPending && <Reading name={take.variables.name} />}
          <Problems error={take.error} title="The file was not taken; nothing was changed." />
          <Problems error={back.error} title="The statement was not taken back." />
          {take.isSuccess && (
            <p className="told" role="status">
              Read{' '}
              {take.data.statements
                .map((s) => `${s.lines} lines, ${fullDate(s.from)} to ${fullDate(s.to)}`)
                .join('; ')}
              .{' '}
              <Link to={`/reconcile/${account}/${take.data.statements.at(-1)?.to.slice(0, 7)}`}>
                Reconcile them
              </Link>
            </p>
          )}
          {lane?.standing === 'NO_STATEMENT' && (
            <p className="told">
              Missing: the statement that begins after{' '}
              {fullDate(statements.data?.[0]?.to ?? lane.openingDate)}.
            </p>
          )}
          <div className="sheet">
            <table className="plain">
              <caption>Newest first{lane && `, amounts in ${lane.currency}`}</caption>
              <thead>
                <tr>
                  <th scope="col">Period</th>
                  <th scope="col" className="num">
                    Opening
                  </th>
                  <th scope="col" className="num">
                    Closing
                  </th>
                  <th scope="col" className="num">
                    Lines
                  </th>
                  <th scope="col">From</th>
                  <th scope="col">Read</th>
                  <th scope="col">
                    <span className="visually-hidden">What can be done</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {statements.data?.map((s) => (
                  <tr key={s.id}>
                    <th scope="row">
                      <Link to={`/reconcile/${account}/${s.to.slice(0, 7)}`}>
                        {fullDate(s.from)} to {fullDate(s.to)}
                      </Link>
                    </th>
                    <td className="num">{report(s.opening)}</td>
                    <td className="num">{report(s.closing)}</td>
                    <td className="num">{s.lines}</td>
                    <td>
                      {s.fromPaper ? (
                        'paper'
                      ) : (
                        <a
                          href={`/api/companies/${company.id}/bank-accounts/${account}/statements/${s.id}/file`}
                          download
                        >
                          {s.fileName}
                        </a>
                      )}
                    </td>
                    <td>
                      {s.takenBy}, {dateTime(s.takenAt)}
                    </td>
                    <td>
                      {s.certified ? (
                        <span className="quiet">certified</span>
                      ) : (
                        canPrepare &&
                        s.canTakeBack && (
                          <Button size="sm" variant="outline-secondary" onClick={() => back.mutate(s.id)}>
                            Take back
                          </Button>
                        )
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {statements.data?.length === 0 && (
              <p className="quiet">Nothing read yet. Drop the bank&apos;s first file here.</p>
            )}
          </div>
        </section>
      </FileDrop>
    </div>
  );
}
