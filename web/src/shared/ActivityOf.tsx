import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from './api';
import { dateTime } from './dates';
import { keys } from './keys';
import { OnlySo } from './More';
import { say } from '../words';

/** What was done to one object and by whom. */
export function ActivityOf({ type, id }: { type: string; id: number }) {
  const { company } = useCurrentCompany();
  const activity = useQuery({
    queryKey: keys.activityOf(company.id, type, id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/activity/{objectType}/{objectId}', {
          params: { path: { companyId: company.id, objectType: type, objectId: id } },
        }),
      ),
  });
  if (!activity.data?.length) {
    return null;
  }
  return (
    <details className="mt-2">
      <summary>{say('shared.whatWasDoneHere', { data: activity.data.length })}</summary>
      <ul className="list-unstyled mt-1 mb-0">
        {activity.data.map((a) => (
          <li key={a.id}>
            <span className="quiet">
              {dateTime(a.at)}, {a.who}:
            </span>{' '}
            {a.text}
          </li>
        ))}
      </ul>
      <OnlySo shown={activity.data.length} most={100} what={say('shared.theLatest')} />
    </details>
  );
}
