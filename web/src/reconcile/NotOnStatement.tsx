import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { DateField } from '../shared/DateField';
import { shortDate, UNREADABLE } from '../shared/dates';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { OpenFilterFields, useOpenFilter, type Entry } from './OpenFilter';
import type { ProofProps } from './ProofPanel';
import { NoteButton } from '../review/NoteButton';
import { say } from '../words';

/** Entries that no line explains yet. Their boxes select them for a match; on paper they tick them. */
export function NotOnStatement(props: ProofProps) {
  const { place, view, picked, change, onPick, onPickSome } = props;
  const { entries, count, narrowed, error, fields } = useOpenFilter(place, view.notOnStatement);
  const before = useRef<number | null>(null);
  if (view.notOnStatement.length === 0) {
    return <p className="quiet">{say('reconcile.everyLedgerEntryIsAtTheBank')}</p>;
  }
  const paper = view.paperStatementId !== undefined;
  /** With shift all from the one before are taken. */
  function pick(index: number, shift: boolean) {
    const entry = entries[index] as Entry;
    const from = shift ? entries.findIndex((e) => e.entryId === before.current) : -1;
    before.current = entry.entryId;
    if (from < 0) {
      onPick(entry.entryId);
    } else {
      onPickSome(entries.slice(Math.min(from, index), Math.max(from, index) + 1).map((e) => e.entryId));
    }
  }
  return (
    <>
      {view.notOnStatement.length > 5 && <OpenFilterFields fields={fields} />}
      <Problems error={error} />
      {count !== undefined && (
        <p className="quiet" aria-live="polite">
          {say('reconcile.soManyFit', { count })}
          {narrowed && change && !paper && entries.length > 0 && (
            <button
              type="button"
              className="as-link ms-2"
              onClick={() => onPickSome(entries.map((e) => e.entryId))}
            >
              {say('reconcile.selectAllThatFit')}
            </button>
          )}
        </p>
      )}
      {count === undefined && view.notOnStatementCount > view.notOnStatement.length && (
        <p className="quiet">
          {say('reconcile.theOldestOf', {
            notOnStatement: view.notOnStatement.length,
            notOnStatementCount: view.notOnStatementCount,
          })}
        </p>
      )}
      {paper && change ? (
        <OnPaper {...props} entries={entries} />
      ) : (
        <ul className="not-on">
          {entries.map((e, i) => (
            <EntryRow
              key={e.entryId}
              entry={e}
              props={props}
              checked={picked.includes(e.entryId)}
              disabled={!change}
              onBox={(shift) => pick(i, shift)}
            />
          ))}
        </ul>
      )}
    </>
  );
}

/** The entries beside a statement on paper: a box each ticks what stands there, several with Shift. */
function OnPaper(props: ProofProps & { entries: Entry[] }) {
  const { entries, view, picked, pending, ticking, tickError, onTick, onPick } = props;
  const { company } = useCurrentCompany();
  const [date, setDate] = useState('');
  const before = useRef<number | null>(null);
  const ready = !pending && date !== UNREADABLE;
  function tick(index: number, shift: boolean) {
    if (!ready) {
      return;
    }
    // the entries above are gone once they are ticked: the one that stood last is known by its identity
    const from = entries.findIndex((e) => e.entryId === before.current);
    const first = shift && from >= 0 ? Math.min(from, index) : index;
    const last = shift && from >= 0 ? Math.max(from, index) : index;
    before.current = entries[last + 1]?.entryId ?? null;
    onTick(
      entries.slice(first, last + 1).map((e) => e.entryId),
      date,
    );
  }
  return (
    <>
      <div className="on-paper">
        <DateField
          label={say('reconcile.theBanksDate')}
          hint={say('reconcile.leftEmptyEachEntryKeepsItsOwn')}
          value={date}
          today={company.businessDate}
          optional
          onChange={setDate}
        />
        {entries.length > 1 && (
          <Button
            size="sm"
            variant="outline-secondary"
            disabled={!ready}
            onClick={() =>
              onTick(
                entries.map((e) => e.entryId),
                date,
              )
            }
          >
            {say('reconcile.tickAll', { entries: entries.length })}
          </Button>
        )}
      </div>
      <Problems error={tickError} title={say('reconcile.notTickedNothingWasChanged')} />
      <ul className="not-on">
        {entries.map((e, i) => (
          <EntryRow
            key={e.entryId}
            entry={e}
            props={props}
            checked={ticking.includes(e.entryId)}
            disabled={!ready}
            onBox={(shift) => tick(i, shift)}
            select={
              view.openLines > 0
                ? picked.includes(e.entryId)
                  ? say('reconcile.leaveOut')
                  : say('reconcile.select')
                : undefined
            }
            onSelect={() => onPick(e.entryId)}
          />
        ))}
      </ul>
    </>
  );
}

function EntryRow({
  entry: e,
  props,
  checked,
  disabled,
  onBox,
  select,
  onSelect,
}: {
  entry: Entry;
  props: ProofProps;
  checked: boolean;
  disabled: boolean;
  onBox: (shift: boolean) => void;
  /** Words of what selects it for a match, where its box does something else. */
  select?: string | undefined;
  onSelect?: () => void;
}) {
  const { change, onLedgerError, onNoLedgerError } = props;
  return (
    <li>
      <input
        type="checkbox"
        className="form-check-input"
        id={`entry${e.entryId}`}
        checked={checked}
        disabled={disabled}
        onChange={(event) => onBox((event.nativeEvent as MouseEvent).shiftKey)}
      />
      <label htmlFor={`entry${e.entryId}`}>{e.title}</label>
      <span className="num">{e.in ? grouped(e.in) : `(${grouped(e.out ?? '')})`}</span>
      <span className="age">
        {shortDate(e.date)}, {e.daysOld} {e.daysOld === 1 ? say('reconcile.day') : say('reconcile.days')}
        {e.perhaps && <span className="quiet">{say('reconcile.perhaps', { perhaps: e.perhaps })}</span>}
        {e.twin && <span className="attention"> {e.twin}</span>}
        {e.stale && <span className="attention">{say('reconcile.staleCheck')}</span>}
        {e.errorNote && (
          <span className="attention">{say('reconcile.ledgerError', { errorNote: e.errorNote })}</span>
        )}{' '}
        {select && (
          <button type="button" className="btn btn-link" onClick={onSelect}>
            {select}
          </button>
        )}{' '}
        {change &&
          (e.errorNote ? (
            <button type="button" className="btn btn-link" onClick={() => onNoLedgerError(e.entryId)}>
              {say('reconcile.noError')}
            </button>
          ) : (
            <button type="button" className="btn btn-link" onClick={() => onLedgerError(e.entryId)}>
              {say('reconcile.ledgerError2')}
            </button>
          ))}{' '}
        <NoteButton asLink accountId={props.place.accountId} about={{ entryId: e.entryId }} />{' '}
        <Link to={`/ledger/entries/${e.journalEntryId}`}>{say('reconcile.entry')}</Link>
      </span>
    </li>
  );
}
