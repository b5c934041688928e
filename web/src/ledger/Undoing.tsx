import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { Refusal, send } from '../shared/api';
import type { BookedView } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { BookedPreview } from './BookedPreview';
import { say } from '../words';

/** Takes something back on a day that the person picks, after showing what that books and leaves. */
export function Undoing({
  path,
  from,
  label,
  letsMatchesGo,
  onDone,
}: {
  /** Below the company. */
  path: string;
  /** The earliest sensible day: the thing's own. */
  from: string;
  label: string;
  /** Whether matches with the bank may be undone with it. */
  letsMatchesGo?: boolean;
  onDone: () => void;
}) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [date, setDate] = useState(from > session.businessDate ? from : session.businessDate);
  const [undoMatches, setUndoMatches] = useState(false);
  const body = letsMatchesGo ? { date, undoMatches } : { date };
  const whole = `/api/v1/companies/${company.id}${path}`;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'undoing', path, body],
    queryFn: () => send<BookedView>('POST', `${whole}?preview=true`, body),
    retry: false,
  });
  const undo = useMutation({
    mutationFn: () => send('POST', whole, body),
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
      <p className="mb-2">
        {[...new Set([from, session.businessDate])].sort().map((day) => (
          <button
            key={day}
            type="button"
            className="as-link me-3"
            disabled={day === date}
            onClick={() => setDate(day)}
          >
            {day === from
              ? say('ledger.onItsOwnDay', { day: fullDate(day) })
              : say('ledger.today', { day: fullDate(day) })}
          </button>
        ))}
      </p>
      {letsMatchesGo &&
        (undoMatches || (preview.error instanceof Refusal && preview.error.code === 'entry.matched')) && (
          <Form.Check
            id={`${path}-matches`}
            className="mb-2"
            label={say('ledger.undoTheMatchFirst')}
            checked={undoMatches}
            onChange={(e) => setUndoMatches(e.target.checked)}
          />
        )}
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
