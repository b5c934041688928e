import { useQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { reconcileKeys } from './keys';
import type { Place } from './useMonth';
import { say } from '../words';

interface Props {
  place: Place;
  lines: number[];
  entries: number[];
  pending: boolean;
  onMatch: () => void;
  onDifference: () => void;
  onBook: () => void;
  onErrors: () => void;
  onClear: () => void;
}

/** More lines at once are for a rule. */
const MOST_IN_A_SHEET = 200;

/** What is selected, added up by the server, and the step that ties it. */
export function SelectionBar({
  place,
  lines,
  entries,
  pending,
  onMatch,
  onDifference,
  onBook,
  onErrors,
  onClear,
}: Props) {
  const sum = useQuery({
    queryKey: [
      ...reconcileKeys.month(place.companyId, place.accountId, place.month),
      'selection',
      lines,
      entries,
    ],
    queryFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}/selection', {
          params: { path: place },
          body: { lineIds: lines, entryIds: entries },
        }),
      ),
    placeholderData: (before) => before,
  });
  const s = sum.data;
  return (
    <div className="selection" role="region" aria-label={say('reconcile.selection')} aria-live="polite">
      {s && (
        <span>
          {say('reconcile.bank2', {
            lines: s.lines,
            words: s.lines === 1 ? say('reconcile.line') : say('reconcile.lines'),
            bank: s.bank,
            entries: s.entries,
            words2: s.entries === 1 ? say('reconcile.entry2') : say('reconcile.entries'),
            ledger: s.ledger,
          })}
          <strong>
            {s.balances ? say('reconcile.theyAgree') : say('reconcile.apart2', { apart: s.apart })}
          </strong>
        </span>
      )}
      <Button size="sm" disabled={pending || !s?.balances} onClick={onMatch}>
        {say('reconcile.matchThese')}
        <kbd>m</kbd>
      </Button>
      {s?.withinTolerance && (
        <Button size="sm" variant="outline-secondary" disabled={pending} onClick={onDifference}>
          {say('reconcile.matchBookTheDifference')}
        </Button>
      )}
      {entries.length === 0 && lines.length <= MOST_IN_A_SHEET && (
        <Button size="sm" variant="outline-secondary" disabled={pending} onClick={onBook}>
          {say('reconcile.bookTheseLines', { count: lines.length })} <kbd>n</kbd>
        </Button>
      )}
      {(lines.length === 0 || entries.length === 0) && (
        <Button size="sm" variant="outline-secondary" disabled={pending} onClick={onErrors}>
          {lines.length > 0 ? say('reconcile.severalBankErrors') : say('reconcile.severalLedgerErrors')}{' '}
          <kbd>e</kbd>
        </Button>
      )}
      <Button size="sm" variant="outline-secondary" onClick={onClear}>
        {say('reconcile.clear')}
        <kbd>Esc</kbd>
      </Button>
    </div>
  );
}
