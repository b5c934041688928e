import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate } from '../shared/dates';
import { statementsKeys } from './keys';
import { report } from '../shared/money';
import { OnlySo } from '../shared/More';
import { Problems } from '../shared/Problems';
import { INTERIM } from './words';
import { say } from '../words';

/** What the bank has told of before its statement. It counts in no balance. */
export function InterimTable({ account }: { account: number }) {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const path = { companyId: company.id, accountId: account };
  const lines = useQuery({
    queryKey: [...statementsKeys.statements(company.id, account), 'interim'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/interim-lines', {
          params: { path },
        }),
      ),
    enabled: account > 0,
  });
  const dismiss = useMutation({
    mutationFn: (lineId: number) =>
      data(
        api.DELETE('/api/v1/companies/{companyId}/bank-accounts/{accountId}/interim-lines/{lineId}', {
          params: { path: { ...path, lineId } },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: statementsKeys.statements(company.id, account) }),
  });
  if (!lines.data || lines.data.length === 0) {
    return null;
  }
  return (
    <section className="sheet">
      <Problems error={dismiss.error} />
      <table className="plain">
        <caption>{say('statements.toldOfBeforeAStatementCountedIn')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('statements.date')}</th>
            <th scope="col">{say('statements.line')}</th>
            <th scope="col" className="num">
              {say('statements.amount')}
            </th>
            <th scope="col">{say('statements.standing')}</th>
            <th scope="col">
              <span className="visually-hidden">{say('statements.whatCanBeDone')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.data.slice(0, 50).map((l) => (
            <tr key={l.id} className={l.state === 'SEEN' ? undefined : 'quiet'}>
              <td>{fullDate(l.date)}</td>
              <th scope="row">{l.title}</th>
              <td className="num">{report(l.amount)}</td>
              <td>
                {l.pending && l.state === 'SEEN' ? say('statements.announced') : ''}
                {INTERIM[l.state]}
              </td>
              <td>
                {canPrepare && l.state === 'SEEN' && (
                  <button
                    type="button"
                    className="as-link"
                    disabled={dismiss.isPending}
                    onClick={() => dismiss.mutate(l.id)}
                  >
                    {say('statements.itWillNotCome')}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <OnlySo shown={lines.data.length} most={50} what={say('statements.theLatest')} />
    </section>
  );
}
