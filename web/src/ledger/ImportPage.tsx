import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { useHere } from '../session/session';
import { api, data, upload, type Schemas } from '../shared/api';
import { FileButton, FileDrop } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useToday } from '../today/useToday';
import { BookedPreview } from './BookedPreview';

/** Cash entries from a CSV file: previewed, then booked, all or nothing. */
export default function ImportPage() {
  const { company } = useHere();
  const queries = useQueryClient();
  const today = useToday();
  const [chosen, setChosen] = useState<number | null>(null);
  const [other, setOther] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const account = chosen ?? today.data?.lanes[0]?.accountId ?? 0;
  const chart = useQuery({
    queryKey: keys.chart(company.id),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/ledger/accounts', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  function send(preview: boolean): Promise<Schemas['BookedView']> {
    const form = new FormData();
    form.append('file', file as File);
    form.append('bankAccountId', String(account));
    form.append('otherAccount', other);
    form.append('preview', String(preview));
    return upload(`/api/companies/${company.id}/ledger/cash-entry-files`, form);
  }
  const preview = useQuery({
    queryKey: [
      ...keys.company(company.id),
      'file preview',
      account,
      other,
      file?.name,
      file?.lastModified,
      file?.size,
    ],
    queryFn: () => send(true),
    enabled: file !== null && account > 0,
  });
  const book = useMutation({
    mutationFn: () => send(false),
    onSuccess: async () => {
      setFile(null);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <FileDrop enabled label="Drop the file of cash entries" onFile={setFile}>
      <div className="page form-page">
        <div>
          <p className="mb-1">
            <Link to="/ledger">Ledger</Link>
          </p>
          <h1>Cash entries from a file</h1>
          <p>
            A CSV file with a header row: <code>date</code> (2026-06-04) and <code>amount</code> (plus into
            the account), and where known <code>reference</code>, <code>check_number</code>,{' '}
            <code>party</code>, <code>text</code>, and <code>account</code> for the balancing account of a
            row.
          </p>
          <Form.Group controlId="bank" className="mb-2">
            <Form.Label>Bank account</Form.Label>
            <Form.Select value={account} onChange={(e) => setChosen(Number(e.target.value))}>
              {today.data?.lanes.map((l) => (
                <option key={l.accountId} value={l.accountId}>
                  {l.name} {l.shortNumber}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="other" className="mb-3">
            <Form.Label>Balancing account, where a row names none</Form.Label>
            <Form.Select value={other} onChange={(e) => setOther(e.target.value)}>
              <option value="">None</option>
              {chart.data
                ?.filter((a) => a.active)
                .map((a) => (
                  <option key={a.code} value={a.code}>
                    {a.code} {a.name}
                  </option>
                ))}
            </Form.Select>
          </Form.Group>
          <div className="actions">
            <FileButton label={file ? `${file.name}, choose another` : 'Choose the file'} onFile={setFile} />
            <Button disabled={!preview.isSuccess || !file || book.isPending} onClick={() => book.mutate()}>
              {preview.data && file ? `Book all ${preview.data.count} entries` : 'Book all entries'}
            </Button>
          </div>
          <Problems error={book.error} title="Nothing of the file was booked." />
          {book.isSuccess && (
            <p className="told" role="status">
              Booked {book.data.count} entries. <Link to="/ledger">See them in the journal</Link>
            </p>
          )}
        </div>
        <div className="beside">
          <BookedPreview booked={file ? preview.data : undefined} error={file ? preview.error : undefined} />
        </div>
      </div>
    </FileDrop>
  );
}
