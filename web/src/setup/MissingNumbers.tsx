import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { Problems } from '../shared/Problems';
import { useSetUp } from '../shared/useBooks';
import { setupKeys } from './keys';

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
      <h2>Missing numbers</h2>
      <Problems error={missing.error} />
      {missing.data?.length === 0 && (
        <p className="quiet">Every number that was given out has its document.</p>
      )}
      {missing.data && missing.data.length > 0 && (
        <table className="plain">
          <caption className="visually-hidden">Numbers that no document has</caption>
          <thead>
            <tr>
              <th scope="col">Of</th>
              <th scope="col">From</th>
              <th scope="col">To</th>
              <th scope="col" className="num">
                How many
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
