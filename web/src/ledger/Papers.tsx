import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { PaperDialog, Thumbnail } from '../attachment/PaperViewer';
import { useCurrentCompany } from '../session/session';
import { upload } from '../shared/api';
import type { Listed } from './api';
import { FileButton, FileDrop } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';

/** The papers kept with an entry. */
export function Papers({ entryId, papers }: { entryId: number; papers: Listed[] }) {
  const { company, canReceive } = useCurrentCompany();
  const queries = useQueryClient();
  const [open, setOpen] = useState<number>();
  const base = `/api/v1/companies/${company.id}/ledger`;
  const add = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return upload(`${base}/entries/${entryId}/attachments`, form);
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const shown = papers.find((p) => p.id === open);
  return (
    <FileDrop enabled={canReceive} label={say('ledger.dropThePictureHere')} onFile={(f) => add.mutate(f)}>
      <div className="mb-2">
        <div className="papers-row">
          {papers.map((p) => (
            <Thumbnail key={p.id} paper={p} onOpen={() => setOpen(p.id)} />
          ))}
        </div>
        {canReceive && <FileButton label={say('ledger.attachAPaper')} onFile={(f) => add.mutate(f)} />}{' '}
        <a className="btn btn-outline-secondary" href={`${base}/entries/${entryId}/export`}>
          {say('ledger.takeItAlong')}
        </a>
        <Problems error={add.error} title={say('ledger.notAttached')} />
        {shown && <PaperDialog paper={shown} onClose={() => setOpen(undefined)} />}
      </div>
    </FileDrop>
  );
}
