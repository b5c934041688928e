import { useQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { reconcileKeys } from './keys';
import type { Place } from './useMonth';

interface Props {
  place: Place;
  lines: number[];
  entries: number[];
  pending: boolean;
  onMatch: () => void;
  onDifference: () => void;
  onClear: () => void;
}

/** What is selected, added up by the server, and the step that ties it. */
export function SelectionBar({ place, lines, entries, pending, onMatch, onDifference, onClear }: Props) {
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
    <div className="selection" role="region" aria-label="Selection" aria-live="polite">
      {s && (
        <span>
          {s.lines} bank {s.lines === 1 ? 'line' : 'lines'} {s.bank}, {s.entries}{' '}
          {s.entries === 1 ? 'entry' : 'entries'} {s.ledger}:{' '}
          <strong>{s.balances ? 'they agree' : `${s.apart} apart`}</strong>
        </span>
      )}
      <Button size="sm" disabled={pending || !s?.balances} onClick={onMatch}>
        Match these <kbd>m</kbd>
      </Button>
      {s?.withinTolerance && (
        <Button size="sm" variant="outline-secondary" disabled={pending} onClick={onDifference}>
          Match, book the difference
        </Button>
      )}
      <Button size="sm" variant="outline-secondary" onClick={onClear}>
        Clear <kbd>Esc</kbd>
      </Button>
    </div>
  );
}
