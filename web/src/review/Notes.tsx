import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { useKept } from '../draft/useKept';
import { useMayAt } from '../session/session';
import { dateTime, fullDate } from '../shared/dates';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { NoteView } from './api';
import { useNotes, useNoteSteps } from './useNotes';

/** What was said of lines and entries for the review, with the answers; nothing where nothing was said. */
export function Notes({ accountId }: { accountId: number }) {
  const [closed, setClosed] = useState(false);
  const notes = useNotes(accountId, closed);
  const open = (notes.data ?? []).filter((n) => !n.closedAt).length;
  return (
    <section className="notes" aria-label={say('review.notes')}>
      <h2>{open > 0 ? say('review.notesOpen', { open }) : say('review.notes')}</h2>
      {notes.data?.length === 0 && <p className="quiet">{say('review.none')}</p>}
      <ul>
        {notes.data?.map((n) => (
          <Note key={n.id} accountId={accountId} note={n} />
        ))}
      </ul>
      <button type="button" className="as-link" onClick={() => setClosed(!closed)}>
        {closed ? say('review.openOnly') : say('review.closedToo')}
      </button>
    </section>
  );
}

function Note({ accountId, note }: { accountId: number; note: NoteView }) {
  const { canPrepare, canCertify } = useMayAt(accountId);
  const may = canPrepare || canCertify;
  const steps = useNoteSteps(accountId);
  const { form, set, forget } = useKept(`review.answer.${note.id}`, { text: '' });
  const id = `answer-${note.id}`;
  return (
    <li>
      <Link
        to={`/reconcile/${accountId}/${note.month}${note.lineId === undefined ? '' : `?line=${note.lineId}`}`}
      >
        {note.about}
      </Link>{' '}
      <span className="quiet">
        {fullDate(note.date)}, {report(note.amount)}
      </span>
      <Said text={note.text} by={note.writtenBy} at={note.writtenAt} />
      {note.answers.map((a) => (
        <Said key={a.writtenAt} text={a.text} by={a.writtenBy} at={a.writtenAt} />
      ))}
      {note.closedBy && note.closedAt && (
        <p className="quiet">{say('review.closedBy', { who: note.closedBy, at: dateTime(note.closedAt) })}</p>
      )}
      {may && !note.closedAt && (
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            if (form.text.trim() && !steps.isPending) {
              steps.mutate(
                { do: 'answer', noteId: note.id, text: form.text },
                {
                  onSuccess: () => {
                    set({ text: '' });
                    forget();
                  },
                },
              );
            }
          }}
        >
          <Form.Label htmlFor={id} className="visually-hidden">
            {say('review.answerTo', { about: note.about })}
          </Form.Label>
          <Form.Control
            id={id}
            size="sm"
            value={form.text}
            maxLength={1000}
            placeholder={say('review.answer')}
            onChange={(e) => set({ text: e.target.value })}
          />
          <Button type="submit" size="sm" variant="outline-secondary" disabled={!form.text.trim()}>
            {say('review.sayIt')}
          </Button>
          <Button
            size="sm"
            variant="outline-secondary"
            disabled={steps.isPending}
            onClick={() => steps.mutate({ do: 'close', noteId: note.id })}
          >
            {say('review.close')}
          </Button>
        </Form>
      )}
      {may && note.closedAt && (
        <button
          type="button"
          className="as-link"
          onClick={() => steps.mutate({ do: 'reopen', noteId: note.id })}
        >
          {say('review.openAgain')}
        </button>
      )}
      <Problems error={steps.error} />
    </li>
  );
}

function Said({ text, by, at }: { text: string; by: string; at: string }) {
  return (
    <p className="said">
      {text}{' '}
      <span className="quiet">
        {by}, {dateTime(at)}
      </span>
    </p>
  );
}
