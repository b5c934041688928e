import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { OnlyLooks } from '../draft/OnlyLooks';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { upload } from '../shared/api';
import type { BookedView } from './api';
import { FileButton, FileDrop } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';

/** A file of rows that book: previewed, then booked, all or nothing. */
export function FilePage<R>({
  title,
  back,
  path,
  fields,
  optional = {},
  booked,
  count,
  what,
  children,
}: {
  title: string;
  back: [path: string, label: string];
  path: string;
  /** What goes with the file; an empty value keeps the page from asking. */
  fields: Record<string, string>;
  /** What goes with it too, and may be empty. */
  optional?: Record<string, string>;
  booked: (result: R) => BookedView;
  count: (result: R) => number;
  what: string;
  children: ReactNode;
}) {
  const { company, canPrepare } = useCurrentCompany();
  // set before anything is sent: a second click comes before the first has drawn the button anew
  const sending = useRef(false);
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const complete = Object.values(fields).every((v) => v !== '');
  function sendFile(preview: boolean): Promise<R> {
    const form = new FormData();
    form.append('file', file as File);
    Object.entries({ ...fields, ...optional }).forEach(([key, value]) => form.append(key, value));
    form.append('preview', String(preview));
    return upload(`/api/v1/companies/${company.id}${path}`, form);
  }
  const preview = useQuery({
    queryKey: [
      ...keys.company(company.id),
      'file',
      path,
      fields,
      optional,
      file?.name,
      file?.lastModified,
      file?.size,
    ],
    queryFn: () => sendFile(true),
    enabled: file !== null && complete && canPrepare,
    retry: false,
  });
  const book = useMutation({
    mutationFn: () => sendFile(false),
    onSettled: () => {
      sending.current = false;
    },
    onSuccess: async () => {
      setFile(null);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  function bookOnce() {
    if (!sending.current) {
      sending.current = true;
      book.mutate();
    }
  }
  if (!canPrepare) {
    return <OnlyLooks title={title} back={back} />;
  }
  return (
    <FileDrop enabled label={say('party.dropTheFileOf', { what })} onFile={setFile}>
      <div className="page form-page">
        <div>
          <p className="mb-1">
            <Link to={back[0]}>{back[1]}</Link>
          </p>
          <h1>{title}</h1>
          {children}
          <div className="actions mt-3">
            <FileButton
              label={file ? say('party.chooseAnother', { name: file.name }) : say('party.chooseTheFile')}
              onFile={setFile}
            />
            <Button disabled={!preview.isSuccess || !file || book.isPending} onClick={bookOnce}>
              {preview.data && file
                ? say('party.bookAll', { data: count(preview.data), what })
                : say('party.bookAll2', { what })}
            </Button>
          </div>
          <Problems error={book.error} title={say('party.nothingOfTheFileWasBooked')} />
          {book.isSuccess && (
            <p className="told" role="status">
              {say('party.booked', { data: count(book.data), what })}
              <Link to={back[0]}>{back[1]}</Link>
            </p>
          )}
        </div>
        <div className="beside">
          <BookedPreview
            booked={file && preview.data ? booked(preview.data) : undefined}
            error={file ? preview.error : undefined}
          />
        </div>
      </div>
    </FileDrop>
  );
}
