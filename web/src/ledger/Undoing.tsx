import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import type { BookedView } from './api';
import { DateField } from '../shared/DateField';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { BookedPreview } from './BookedPreview';
import { say } from '../words';

/** Takes something back on a day that the person picks, after showing what that books and leaves. */
export function Undoing({
  path,
  from,
  label,
  onDone,
}: {
  /** Below the company. */
  path: string;
  /** The earliest sensible day: the thing's own. */
  from: string;
  label: string;
  onDone: () => void;
}) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [date, setDate] = useState(from > session.businessDate ? from : session.businessDate);
  const whole = `/api/v1/companies/${company.id}${path}`;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'undoing', path, date],
    queryFn: () => send<BookedView>('POST', `${whole}?preview=true`, { date }),
    retry: false,
  });
  const undo = useMutation({
    mutationFn: () => send('POST', whole, { date }),
    onSuccess: async () => {
      onDone();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <form
      className="sheet mt-2"
      style={{ maxWidth: '34rem' }}
      onSubmit={(e) => {
        e.preventDefault();
        undo.mutate();
      }}
    >
      <div style={{ maxWidth: '14rem' }}>
        <DateField label={say('ledger.date')} value={date} today={session.businessDate} onChange={setDate} />
      </div>
      <BookedPreview booked={preview.data} error={preview.error} />
      <Problems error={undo.error} title={say('ledger.nothingWasChanged')} />
      <div className="actions">
        <Button type="submit" disabled={undo.isPending || !preview.isSuccess}>
          {label}
        </Button>
        <Button variant="outline-secondary" onClick={onDone}>
          {say('ledger.leaveIt')}
        </Button>
      </div>
    </form>
  );
}
