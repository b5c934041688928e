import { useQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { dateTime } from '../shared/dates';
import { setupKeys } from './keys';
import { Problems } from '../shared/Problems';
import { SearchForm, useSearchPlace } from '../shared/SearchForm';

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
      <h1>Activity</h1>
      <SearchForm label="Find a person or a word" text={text} onFind={find} />
      <Problems error={activity.error} />
      <div className="sheet">
        <table className="plain">
          <caption>Newest first; nothing here can be changed</caption>
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
            </tr>
          </thead>
          <tbody>
            {activity.data?.map((a) => (
              <tr key={a.id}>
                <td className="text-nowrap">{dateTime(a.at)}</td>
                <td className="text-nowrap" title={a.address ? `${a.login} from ${a.address}` : a.login}>
                  {a.who}
                  {a.token && <div className="quiet">by the token {a.token}</div>}
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
            Earlier
          </Button>
        )}
      </div>
    </div>
  );
}
