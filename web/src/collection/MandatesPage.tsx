import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data, upload } from '../shared/api';
import { FileButton } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import { collectionKeys } from './keys';
import { MandateTable } from './MandateTable';

/** All mandates; typed one by one or taken from a file. */
export default function MandatesPage() {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [text, setText] = useState('');
  const mandates = useQuery({
    queryKey: collectionKeys.mandates(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/mandates', { params: { path: { companyId: company.id } } }),
      ),
  });
  const take = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return upload<{ count: number }>(`/api/v1/companies/${company.id}/mandate-files`, form);
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const wanted = text.trim().toLowerCase();
  const rows = (mandates.data ?? []).filter((m) =>
    `${m.reference} ${m.party} ${m.holder} ${m.stateWords}`.toLowerCase().includes(wanted),
  );
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/collections">{say('collection.collections')}</Link>
      </p>
      <h1>{say('collection.mandates')}</h1>
      {canPrepare && (
        <div className="actions mb-2">
          <Link className="btn btn-primary" to="/mandates/new">
            {say('collection.newMandate')}
          </Link>
          <FileButton label={say('collection.takeAFile')} onFile={(f) => !take.isPending && take.mutate(f)} />
        </div>
      )}
      <Problems error={take.error} title={say('collection.noneWasTaken')} />
      {take.data && <p className="told">{say('collection.takenFromTheFile', { count: take.data.count })}</p>}
      <Problems error={mandates.error} />
      {mandates.data?.length === 0 ? (
        <div className="sheet empty">
          <p>{say('collection.noMandateYet')}</p>
        </div>
      ) : (
        <div className="sheet">
          <Form.Control
            className="mb-2"
            style={{ maxWidth: '20rem' }}
            aria-label={say('collection.customerOrReference')}
            placeholder={say('collection.customerOrReference')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <MandateTable mandates={rows} caption={say('collection.mandates')} party />
          <ExportLinks path="/mandates/file?of=all" />
        </div>
      )}
    </div>
  );
}
