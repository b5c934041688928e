import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useMayAt } from '../session/session';
import { useKey } from '../shared/useKey';
import { say } from '../words';
import { NewNote } from './NewNote';
import type { About } from './useNotes';

/** Writes a note for the review at what stands beside it; absent for whoever may only look. */
export function NoteButton({
  accountId,
  about,
  asLink,
}: {
  accountId: number;
  about: About;
  asLink?: boolean;
}) {
  const { canPrepare, canCertify } = useMayAt(accountId);
  const [writing, setWriting] = useState(false);
  if (!canPrepare && !canCertify) {
    return null;
  }
  return (
    <>
      {asLink ? (
        <button type="button" className="btn btn-link" onClick={() => setWriting(true)}>
          {say('review.note')}
        </button>
      ) : (
        <WithKey onClick={() => setWriting(true)} />
      )}
      {writing && <NewNote accountId={accountId} about={about} onClose={() => setWriting(false)} />}
    </>
  );
}

function WithKey({ onClick }: { onClick: () => void }) {
  useKey('c', onClick);
  return (
    <Button variant="outline-secondary" size="sm" onClick={onClick}>
      {say('review.note')} <kbd>c</kbd>
    </Button>
  );
}
