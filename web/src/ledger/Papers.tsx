import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { upload } from '../shared/api';
import type { Listed } from './api';
import { FileButton } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';

/** The papers kept with an entry. */
export function Papers({ entryId, papers }: { entryId: number; papers: Listed[] }) {
  const { company, canReceive } = useCurrentCompany();
  const queries = useQueryClient();
  const base = `/api/v1/companies/${company.id}/ledger`;
  const add = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return upload(`${base}/entries/${entryId}/attachments`, form);
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  return (
    <div className="mb-2">
      {papers.map((p) => (
        <p key={p.id} className="mb-1">
          <a href={`${base}/attachments/${p.id}`}>{p.name}</a>{' '}
          <span className="quiet">
            {say('ledger.kbAddedBy', { value: Math.ceil(p.sizeBytes / 1000), addedBy: p.addedBy })}
          </span>
        </p>
      ))}
      {canReceive && <FileButton label={say('ledger.attachAPaper')} onFile={(f) => add.mutate(f)} />}
      <Problems error={add.error} title={say('ledger.notAttached')} />
    </div>
  );
}
