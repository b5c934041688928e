import { useQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { dateTime } from '../shared/dates';
import { setupKeys } from './keys';
import { Problems } from '../shared/Problems';
import { SearchForm, useSearchPlace } from '../shared/SearchForm';
import { say } from '../words';

/** Who did what and when, newest first. */
export default function ActivityPage() {
  const { company } = useCurrentCompany();
  const { text, before, find, earlier } = useSearchPlace();
  const activity = useQuery({
    queryKey: setupKeys.activity(company.id, before, text),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/activity', {
          params: { path: { companyId: company.id }, query: { before, text } },
        }),
      ),
  });
  const last = activity.data?.at(-1);
  return (
    <div className="page">
      <h1>{say('setup.activity')}</h1>
      <SearchForm label={say('setup.findAPersonOrAWord')} text={text} onFind={find} />
      <Problems error={activity.error} />
      <div className="sheet">
        <table className="plain">
          <caption>{say('setup.newestFirstNothingHereCanBeChanged')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('setup.when')}</th>
              <th scope="col">{say('setup.who')}</th>
              <th scope="col">{say('setup.what')}</th>
            </tr>
          </thead>
          <tbody>
            {activity.data?.map((a) => (
              <tr key={a.id}>
                <td className="text-nowrap">{dateTime(a.at)}</td>
                <td
                  className="text-nowrap"
                  title={a.address ? say('setup.from', { login: a.login, address: a.address }) : a.login}
                >
                  {a.who}
                  {a.token && <div className="quiet">{say('setup.byTheToken', { token: a.token })}</div>}
                </td>
                <th scope="row">
                  {a.text}
                  {a.changes && <div className="quiet fw-normal">{a.changes}</div>}
                </th>
              </tr>
            ))}
          </tbody>
        </table>
        {last && activity.data && activity.data.length >= 100 && (
          <Button variant="outline-secondary" onClick={() => earlier(last.id)}>
            {say('setup.earlier')}
          </Button>
        )}
      </div>
    </div>
  );
}
