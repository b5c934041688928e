import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { say } from '../words';
import { shortDate } from './dates';
import { grouped, typed } from './money';

/** An item of a run; decimals. */
interface Item {
  itemId: number;
  title: string;
  credit: boolean;
  dueDate: string;
  open: string;
  settled: string;
}

/** How much of each item is taken; credits among them. */
export function ChangeAmounts({
  items,
  label,
  busy,
  onClose,
  onTake,
}: {
  items: Item[];
  label: string;
  busy: boolean;
  onClose: () => void;
  onTake: (items: { itemId: number; amount: string }[]) => void;
}) {
  const [amounts, setAmounts] = useState(() =>
    Object.fromEntries(items.map((i) => [i.itemId, Number(i.settled) === 0 ? '' : typed(i.settled)])),
  );
  return (
    <Form
      className="mt-1"
      onSubmit={(e) => {
        e.preventDefault();
        if (!busy) {
          onTake(items.map((i) => ({ itemId: i.itemId, amount: amounts[i.itemId] ?? '' })));
        }
      }}
      onKeyDown={(e) => e.key === 'Escape' && onClose()}
    >
      {items.map((i, n) => (
        <div key={i.itemId} className="run-part">
          <label htmlFor={`item-${i.itemId}`}>
            {i.title}
            {i.credit && ` ${say('collection.credit')}`}
            <span className="quiet">
              {' '}
              {say('collection.ofOpen', { amount: grouped(i.open), day: shortDate(i.dueDate) })}
            </span>
          </label>
          <Form.Control
            id={`item-${i.itemId}`}
            size="sm"
            className="num"
            inputMode="decimal"
            autoComplete="off"
            autoFocus={n === 0}
            maxLength={40}
            value={amounts[i.itemId] ?? ''}
            onFocus={(e) => e.target.select()}
            onChange={(e) => setAmounts({ ...amounts, [i.itemId]: e.target.value })}
          />
        </div>
      ))}
      <div className="actions mt-1">
        <Button size="sm" type="submit" disabled={busy}>
          {label} <kbd>Enter</kbd>
        </Button>
        <Button size="sm" variant="outline-secondary" onClick={onClose}>
          {say('collection.leaveIt')} <kbd>Esc</kbd>
        </Button>
      </div>
    </Form>
  );
}

/** Why somebody is left out of a run. */
export function SkipIt({
  busy,
  onClose,
  onSkip,
}: {
  busy: boolean;
  onClose: () => void;
  onSkip: (reason: string) => void;
}) {
  const [reason, setReason] = useState('');
  return (
    <Form
      className="d-flex gap-2 mt-1"
      onSubmit={(e) => {
        e.preventDefault();
        if (!busy && reason.trim()) {
          onSkip(reason);
        }
      }}
      onKeyDown={(e) => e.key === 'Escape' && onClose()}
    >
      <Form.Control
        size="sm"
        aria-label={say('collection.whyIsItSkipped')}
        placeholder={say('collection.whyIsItSkipped')}
        maxLength={200}
        autoFocus
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <Button size="sm" type="submit" disabled={busy || !reason.trim()}>
        {say('collection.skip')}
      </Button>
      <Button size="sm" variant="outline-secondary" className="text-nowrap" onClick={onClose}>
        {say('collection.leaveIt')}
      </Button>
    </Form>
  );
}
