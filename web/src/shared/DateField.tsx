import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { addDays, dateHint, fullDate, longDate, monthTitle, readDate, UNREADABLE } from './dates';
import { say } from '../words';

interface Props {
  label: string;
  value: string;
  today: string;
  onChange: (iso: string) => void;
  hint?: string;
  /** May be left empty; then an empty text is given. */
  optional?: boolean;
  /** A filter: what is no date leaves the list as it is, and the field says so. */
  filter?: boolean;
}

/**
 * A date as people type it, with a calendar to pick from. Keeps what was typed while it is no date; what holds the field
 * then gets `UNREADABLE` in place of the date before, so that nothing is booked with a date that is not on the screen.
 */
export function DateField({ label, value, today, onChange, hint, optional, filter }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const id = useId();
  const empty = optional && typed?.trim() === '';
  const bad = typed !== null && !empty && readDate(typed, today) === null;

  function settle() {
    if (typed !== null && (empty || readDate(typed, today) !== null)) {
      setTyped(null);
    }
  }

  return (
    <Form.Group className="position-relative">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <div className="d-flex">
        <Form.Control
          id={id}
          value={typed ?? (value && value !== UNREADABLE ? fullDate(value) : '')}
          isInvalid={bad}
          aria-describedby={`${id}-hint`}
          onChange={(e) => {
            setTyped(e.target.value);
            const read = readDate(e.target.value, today);
            if (read) {
              onChange(read);
            } else if (optional && e.target.value.trim() === '') {
              onChange('');
            } else if (!filter) {
              onChange(UNREADABLE);
            }
          }}
          onBlur={settle}
        />
        <button
          type="button"
          className="btn btn-outline-secondary ms-1"
          aria-label={say('shared.pickFromACalendar', { label: label.toLowerCase() })}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          ▾
        </button>
      </div>
      <div id={`${id}-hint`} className={bad ? 'field-error' : 'hint'}>
        {bad
          ? say('shared.notADateWrite', {
              dateHint: dateHint(),
              words: filter ? say('shared.theListStaysAsItWas') : '',
            })
          : (hint ?? '')}
      </div>
      {open && (
        <Calendar
          month={(value && value !== UNREADABLE ? value : today).slice(0, 7)}
          value={value}
          onPick={(iso) => {
            setTyped(null);
            onChange(iso);
            setOpen(false);
          }}
        />
      )}
    </Form.Group>
  );
}

function Calendar({ month, value, onPick }: { month: string; value: string; onPick: (iso: string) => void }) {
  const [shown, setShown] = useState(month);
  const first = `${shown}-01`;
  const weekday = new Date(`${first}T00:00:00Z`).getUTCDay();
  const start = addDays(first, -((weekday + 6) % 7));
  const weeks = Array.from({ length: 6 }, (_, w) =>
    Array.from({ length: 7 }, (__, d) => addDays(start, w * 7 + d)),
  );
  return (
    <div className="calendar" role="group" aria-label={say('shared.daysOf', { shown: monthTitle(shown) })}>
      <div className="d-flex justify-content-between align-items-center mb-1">
        <button type="button" className="btn btn-sm" onClick={() => setShown(addDays(first, -1).slice(0, 7))}>
          {say('shared.earlier')}
        </button>
        <span>{monthTitle(shown)}</span>
        <button type="button" className="btn btn-sm" onClick={() => setShown(addDays(first, 32).slice(0, 7))}>
          {say('shared.later')}
        </button>
      </div>
      {weeks.map((week) => (
        <div key={week[0]} className="d-flex">
          {week.map((day) => (
            <button
              key={day}
              type="button"
              className={`day${day.slice(0, 7) === shown ? '' : ' other'}${day === value ? ' chosen' : ''}`}
              aria-label={longDate(day)}
              aria-pressed={day === value}
              onClick={() => onPick(day)}
            >
              {Number(day.slice(8))}
            </button>
          ))}
        </div>
      ))}
    </div>
  );
}
