import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { dateTime } from '../shared/dates';
import { setupKeys } from './keys';
import { Problems } from '../shared/Problems';

const size = (bytes: number) =>
  bytes < 1_048_576 ? `${Math.ceil(bytes / 1024)} KB` : `${(bytes / 1_048_576).toFixed(1)} MB`;

/** The backups that lie beside the books on the server, and one now. */
export function BackupsPart() {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const params = { path: { companyId: company.id } };
  const kept = useQuery({
    queryKey: setupKeys.backups(company.id),
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/backups', { params })),
  });
  const make = useMutation({
    mutationFn: () => data(api.POST('/api/v1/companies/{companyId}/backups', { params })),
    onSettled: () => queries.invalidateQueries({ queryKey: setupKeys.backups(company.id) }),
  });
  return (
    <section className="sheet">
      <h2>Backups</h2>
      <p className="hint">
        One is made each day, and the oldest daily ones give way. Each holds the whole books, every company of
        them, and lies on the server; keep copies on another machine.
      </p>
      <Problems error={kept.error} />
      <Problems error={make.error} title="No backup was made." />
      <Button variant="outline-secondary" disabled={make.isPending} onClick={() => make.mutate()}>
        {make.isPending ? 'Backing up…' : 'Back up now'}
      </Button>
      {make.data && <p role="status">Made {make.data.name}.</p>}
      {kept.data?.length === 0 && <p className="mt-3">None yet.</p>}
      {!!kept.data?.length && (
        <table className="plain mt-3">
          <caption className="visually-hidden">Backups, newest first</caption>
          <thead>
            <tr>
              <th scope="col">File</th>
              <th scope="col">Made</th>
              <th scope="col" className="text-end">
                Size
              </th>
            </tr>
          </thead>
          <tbody>
            {kept.data.map((k) => (
              <tr key={k.name}>
                <th scope="row">{k.name}</th>
                <td>{dateTime(k.made)}</td>
                <td className="text-end">{size(k.bytes)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
