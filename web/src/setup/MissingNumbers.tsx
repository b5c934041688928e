import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { Problems } from '../shared/Problems';
import { useSetUp } from '../shared/useBooks';
import { setupKeys } from './keys';
import { say } from '../words';

/** Numbers that were given out or jumped over, and that no document has. */
export function MissingNumbers() {
  const { company } = useCurrentCompany();
  const sites = useSetUp().data?.sites ?? [];
  const missing = useQuery({
    queryKey: setupKeys.missingNumbers(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/set-up/missing-numbers', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  return (
    <section className="sheet">
      <h2>{say('setup.missingNumbers')}</h2>
      <Problems error={missing.error} />
      {missing.data?.length === 0 && <p className="quiet">{say('setup.everyNumberThatWasGivenOutHas')}</p>}
      {missing.data && missing.data.length > 0 && (
        <table className="plain">
          <caption className="visually-hidden">{say('setup.numbersThatNoDocumentHas')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('setup.of')}</th>
              <th scope="col">{say('setup.from3')}</th>
              <th scope="col">{say('setup.to')}</th>
              <th scope="col" className="num">
                {say('setup.howMany')}
              </th>
            </tr>
          </thead>
          <tbody>
            {missing.data.map((m) => (
              <tr key={m.from}>
                <td>
                  {m.words}
                  {m.siteId !== undefined && `, ${sites.find((s) => s.id === m.siteId)?.name}`}
                </td>
                <td>{m.from}</td>
                <td>{m.to}</td>
                <td className="num">{m.count}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
