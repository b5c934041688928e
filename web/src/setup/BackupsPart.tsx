import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { dateTime } from '../shared/dates';
import { setupKeys } from './keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';

const size = (bytes: number) =>
  bytes < 1_048_576
    ? say('setup.kb', { value: Math.ceil(bytes / 1024) })
    : say('setup.mb', { value: (bytes / 1_048_576).toFixed(1) });

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
      <h2>{say('setup.backups')}</h2>
      <p className="hint">{say('setup.oneIsMadeEachDayAndThe')}</p>
      <Problems error={kept.error} />
      <Problems error={make.error} title={say('setup.noBackupWasMade')} />
      <Button variant="outline-secondary" disabled={make.isPending} onClick={() => make.mutate()}>
        {make.isPending ? say('setup.backingUp') : say('setup.backUpNow')}
      </Button>
      {make.data && <p role="status">{say('setup.made', { name: make.data.name })}</p>}
      {kept.data?.length === 0 && <p className="mt-3">{say('setup.noneYet')}</p>}
      {!!kept.data?.length && (
        <table className="plain mt-3">
          <caption className="visually-hidden">{say('setup.backupsNewestFirst')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('setup.file')}</th>
              <th scope="col">{say('setup.made2')}</th>
              <th scope="col" className="text-end">
                {say('setup.size')}
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
