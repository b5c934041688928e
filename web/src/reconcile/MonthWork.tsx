import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, NavigationType, useNavigationType, useSearchParams } from 'react-router';
import { useMayAt } from '../session/session';
import { monthName, monthTitle } from '../shared/dates';
import { api, data, Refusal } from '../shared/api';
import type { CandidateView, RuleAtWork } from './api';
import { FileButton, FileDrop, Reading } from '../shared/FileDrop';
import { MonthStrip } from '../shared/MonthStrip';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useTaking } from '../statements/useTaking';
import { BookFromLine } from './BookFromLine';
import { FilterBar } from './FilterBar';
import { keep, kept } from './kept';
import { Ladder } from './Ladder';
import { LineSheet } from './LineSheet';
import { NoStatement } from './NoStatement';
import { NoteDialog, type NoteOn } from './NoteDialog';
import { PaperBar } from './PaperBar';
import { ProofPanel } from './ProofPanel';
import { RuleDialog } from './RuleDialog';
import { StartOver } from './StartOver';
import { SelectionBar } from './SelectionBar';
import { useCursor } from './useCursor';
import { WhichLine } from './WhichLine';
import { usePages } from './usePages';
import { ALL, useCandidates, useMonth, useRows, useSteps, PAGE, type Filter, type Place } from './useMonth';
import { say } from '../words';

function keyOf(c: CandidateView): string {
  return `${c.lineIds.join()}/${c.entryIds.join()}`;
}

/** The work on one month: the ladder in the middle, the proof at the right. */
export function MonthWork({ place }: { place: Place }) {
  const { canPrepare } = useMayAt(place.accountId);
  const [search, setSearch] = useSearchParams();
  const month = useMonth(place);
  const steps = useSteps(place);
  const bring = useTaking();
  const { pages, see, restart } = usePages();
  const [lines, setLines] = useState<number[]>([]);
  const [entries, setEntries] = useState<number[]>([]);
  const [booking, setBooking] = useState<number | null>(null);
  const [sheet, setSheet] = useState(false);
  const [noting, setNoting] = useState<{ on: NoteOn; ids: number[] } | null>(null);
  const [traced, setTraced] = useState(false);
  const [meant, setMeant] = useState<{ line: number; key: string } | null>(null);
  const [ruled, setRuled] = useState<number | null>(null);
  // whoever comes back finds the filter and the line as they were left
  const back = useNavigationType() === NavigationType.Pop;
  const [left] = useState(() => (back ? kept(place) : { filter: ALL, line: undefined }));
  const [filter, setFilter] = useState<Filter>(left.filter);
  const { rows, total: found } = useRows(place, pages, filter);
  const filtered = filter.show !== 'ALL' || filter.text !== '';
  const wanted = Number(search.get('line') ?? 0);

  const view = month.data;
  const total = filtered ? (found ?? 0) : (view?.lineCount ?? 0);
  const tide = filtered ? -1 : (view?.tide ?? 0);
  const cursor = useCursor(rows, total, tide, left.line);
  const here = cursor.here;
  const row = rows.get(here);
  const change = Boolean(canPrepare && view?.canChange);
  const candidates = useCandidates(place, row?.state === 'OPEN' ? row.lineId : undefined);

  const going = useRef(cursor.go);
  useEffect(() => {
    going.current = cursor.go;
  });
  const at = search.get('at');
  useEffect(() => {
    if (at !== null && total > 0) {
      going.current(Number(at) || 0);
      setSearch({}, { replace: true });
    }
  }, [at, total, setSearch]);

  useEffect(() => {
    if (wanted) {
      for (const [number, r] of rows) {
        if (r.lineId === wanted) {
          going.current(number);
          setSearch({}, { replace: true });
        }
      }
    }
  }, [wanted, rows, setSearch]);

  const lineHere = row?.lineId;
  useEffect(() => keep(place, { filter, line: lineHere }), [place, filter, lineHere]);

  const forward = cursor.forward;

  function take(index: number) {
    const candidate = candidates.data?.[index];
    if (!change || !row || row.state !== 'OPEN' || !candidate || steps.isPending) {
      return;
    }
    if (candidates.isFetching) {
      // what is shown may have been taken meanwhile: taken once the server has said it still stands
      setMeant({ line: row.lineId, key: keyOf(candidate) });
      return;
    }
    const step = candidate.sameAmount
      ? ({ do: 'match', lineIds: candidate.lineIds, entryIds: candidate.entryIds } as const)
      : candidate.correctable && candidate.entryIds[0] !== undefined
        ? ({ do: 'correct', lineId: row.lineId, entryId: candidate.entryIds[0] } as const)
        : null;
    if (step) {
      steps.mutate(step, { onSuccess: forward });
    }
  }

  const taking = useRef(take);
  useEffect(() => {
    taking.current = take;
  });
  const line = row?.lineId;
  useEffect(() => {
    if (meant && !candidates.isFetching) {
      setMeant(null);
      const index = candidates.data?.findIndex((c) => keyOf(c) === meant.key) ?? -1;
      if (line === meant.line && index >= 0) {
        taking.current(index);
      }
    }
  }, [meant, line, candidates.isFetching, candidates.data]);

  function difference(index: number) {
    const candidate = candidates.data?.[index];
    if (change && row?.state === 'OPEN' && candidate?.withinTolerance && !steps.isPending) {
      steps.mutate(
        { do: 'difference', lineIds: [row.lineId], entryIds: candidate.entryIds },
        { onSuccess: forward },
      );
    }
  }

  function look(next: Filter) {
    setFilter(next);
    cursor.restart();
    restart();
  }

  function undo() {
    if (!change || steps.isPending) {
      return;
    }
    if (cursor.chosen !== null && row?.state === 'BANK_ERROR') {
      steps.mutate({ do: 'noBankError', lineId: row.lineId });
    } else if (
      cursor.chosen !== null &&
      row?.matchedHow === 'PAPER' &&
      view?.paperStatementId !== undefined
    ) {
      steps.mutate({ do: 'untick', statementId: view.paperStatementId, lineId: row.lineId });
    } else if (cursor.chosen !== null && row?.matchId) {
      steps.mutate({ do: 'undo', matchId: row.matchId });
    } else if (steps.last) {
      steps.mutate(steps.last);
    }
  }

  function toggle(list: number[], id: number): number[] {
    return list.includes(id) ? list.filter((i) => i !== id) : [...list, id];
  }

  /** The line at a place, where it can be selected. */
  function openAt(place: number): number[] {
    const there = rows.get(place);
    return there?.state === 'OPEN' ? [there.lineId] : [];
  }

  async function selectAllThatFit() {
    const open = await data(
      api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}/open-lines', {
        params: { path: place, query: { show: filter.show, text: filter.text } },
      }),
    );
    setLines(open.lineIds);
  }

  function clear() {
    setLines([]);
    setEntries([]);
  }

  /** Says of all that is selected that it is an error: of the bank or of the ledger, never of both at once. */
  function declareSelected() {
    if (lines.length > 0 && entries.length === 0) {
      setNoting({ on: 'bank', ids: lines });
    } else if (entries.length > 0 && lines.length === 0) {
      setNoting({ on: 'ledger', ids: entries });
    }
  }

  function matchSelected() {
    if (change && lines.length + entries.length > 1 && !steps.isPending) {
      steps.mutate(
        { do: 'match', lineIds: lines, entryIds: entries },
        {
          onSuccess: () => {
            clear();
            cursor.release();
          },
        },
      );
    }
  }

  function onKey(e: KeyboardEvent) {
    const target = e.target as HTMLElement;
    if (
      target.closest('input:not([type=checkbox]), textarea, select, [role=dialog]') ||
      e.ctrlKey ||
      e.metaKey ||
      e.altKey
    ) {
      return;
    }
    const onControl = Boolean(target.closest('button, a, input[type=checkbox]'));
    const move = (to: number) => {
      e.preventDefault();
      cursor.go(to);
    };
    if (e.shiftKey && change && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) {
      const to = here + (e.key === 'ArrowDown' ? 1 : -1);
      setLines((known) => [...new Set([...known, ...openAt(here), ...openAt(to)])]);
      move(to);
    } else if (e.key === 'j' || e.key === 'ArrowDown') {
      move(here + 1);
    } else if (e.key === 'k' || e.key === 'ArrowUp') {
      move(here - 1);
    } else if (e.key === 'Home') {
      move(0);
    } else if (e.key === 'End') {
      move(total - 1);
    } else if (e.key === 'Enter' && !onControl) {
      take(0);
    } else if (/^[1-9]$/.test(e.key)) {
      take(Number(e.key) - 1);
    } else if (e.key === 'x' && row?.state === 'OPEN' && change) {
      const { lineId } = row;
      setLines((now) => toggle(now, lineId));
    } else if (e.key === 'd') {
      difference(0);
    } else if (e.key === 'm') {
      matchSelected();
    } else if (e.key === 'n' && change && lines.length > 1 && entries.length === 0) {
      e.preventDefault();
      setSheet(true);
    } else if (e.key === 'n' && row?.state === 'OPEN' && change) {
      e.preventDefault();
      setBooking(row.lineId);
    } else if (e.key === 'e' && change && lines.length + entries.length > 1) {
      e.preventDefault();
      declareSelected();
    } else if (e.key === 'e' && row?.state === 'OPEN' && change) {
      e.preventDefault();
      setNoting({ on: 'bank', ids: [row.lineId] });
    } else if (e.key === 'f' && change && (view?.firmCount ?? 0) > 0 && !steps.isPending) {
      steps.mutate({ do: 'firm' });
      cursor.restart();
    } else if (e.key === 'u') {
      undo();
    } else if (e.key === 't') {
      setTraced(true);
    } else if (e.key === 'Escape') {
      clear();
    }
  }
  const keyHandler = useRef(onKey);
  useEffect(() => {
    keyHandler.current = onKey;
  });
  useEffect(() => {
    const listen = (e: KeyboardEvent) => keyHandler.current(e);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);

  if (!view) {
    return <Problems error={month.error} />;
  }
  // what went wrong with the paper is told where the paper is
  const told = steps.variables?.do === 'tick' || steps.variables?.do === 'paperClosing';
  const atBottom = view.lineCount > 0 && view.tide === view.lineCount;
  return (
    <>
      <div className="work">
        <FileDrop
          enabled={canPrepare}
          label={say('reconcile.dropAStatementOf', { accountName: view.accountName })}
          onFile={(file) => bring.mutate({ file, account: place.accountId })}
        >
          <h1>
            {view.accountName}, {monthTitle(view.month)} <small>{view.statementWords}</small>
          </h1>
          <MonthStrip
            strip={view.strip}
            month={view.month}
            to={(m) => `/reconcile/${place.accountId}/${m}`}
          />
        </FileDrop>
        <div className="actions">
          {change && view.firmCount > 0 && (
            <Button
              onClick={() => steps.mutate({ do: 'firm' }, { onSuccess: cursor.restart })}
              disabled={steps.isPending}
            >
              {say('reconcile.takeTheFirmOnes', { firmCount: view.firmCount })}
              <kbd>f</kbd>
            </Button>
          )}
          {change && view.undoableBatch !== undefined && (
            <Button
              variant="outline-secondary"
              disabled={steps.isPending}
              onClick={() => steps.mutate({ do: 'undoFirm', batchId: view.undoableBatch as number })}
            >
              {say('reconcile.undoTheFirmOnes', { undoableCount: view.undoableCount })}
            </Button>
          )}
          {change && <StartOver place={place} view={view} />}
          {change &&
            view.rules.map((r) => (
              <Button key={r.ruleId} variant="outline-secondary" onClick={() => setRuled(r.ruleId)}>
                {say('reconcile.book2', { name: r.name, lines: r.lines })}
              </Button>
            ))}
          {view.hasStatement && (
            <Link
              className={`btn ${atBottom && view.firmCount === 0 ? 'btn-primary' : 'btn-outline-secondary'}`}
              to={`/certify/${place.accountId}/${view.month}`}
            >
              {view.state === 'CERTIFIED'
                ? say('reconcile.seeTheCertificate')
                : say('reconcile.certify', { month: monthName(view.month) })}
            </Link>
          )}
          {canPrepare && view.lineCount > 0 && view.state === 'OPEN' && (
            <FileButton
              label={say('reconcile.readAStatementFile')}
              onFile={(file) => bring.mutate({ file, account: place.accountId })}
            />
          )}
          {view.state === 'PREPARED' && (
            <span className="quiet">
              {say('reconcile.preparedBy')}
              {view.preparedBy}
              {say('reconcile.nothingChangesUntilItIsCertifiedOr')}
            </span>
          )}
        </div>
        {bring.isPending && <Reading name={bring.variables.file.name} />}
        <Problems error={bring.error} title={say('reconcile.theFileWasNotTakenNothingWas')} />
        <Problems
          error={told ? null : steps.error}
          title={say('reconcile.thatWasNotDoneNothingWasChanged')}
        />
        {view.paperStatementId !== undefined && (
          <PaperBar view={view} change={change} steps={steps} statementId={view.paperStatementId} />
        )}
        {view.lineCount === 0 && !view.hasStatement ? (
          <NoStatement view={view} canPrepare={canPrepare} steps={steps} />
        ) : (
          <>
            <FilterBar
              filter={filter}
              found={filtered ? total : undefined}
              onFilter={look}
              {...(change && filter.show !== 'EXPLAINED' && { onSelect: () => void selectAllThatFit() })}
            />
            <Ladder
              place={place}
              total={total}
              tide={tide}
              provenWords={view.provenWords}
              figures={Math.max(
                ...[view.proof.bankBalance, view.proof.ledgerBalance].map((b) => report(b).length),
              )}
              atBottom={atBottom}
              rows={rows}
              here={here}
              picked={lines}
              change={change}
              candidates={candidates.data}
              pending={steps.isPending}
              onHere={cursor.go}
              onSight={(first, last) => {
                const next: number[] = [];
                for (let p = Math.floor(first / PAGE); p <= Math.floor(last / PAGE); p++) {
                  next.push(p);
                }
                const near = Math.floor(here / PAGE);
                if (!next.includes(near)) {
                  next.push(near);
                }
                see(next);
              }}
              onTake={take}
              onDifference={difference}
              onOtherEnd={(line, end) =>
                steps.mutate(
                  { do: 'ownTransfer', lineId: line, otherAccountId: end.accountId, otherLineId: end.lineId },
                  { onSuccess: forward },
                )
              }
              onBook={(line) => setBooking(line)}
              onBankError={(line) => setNoting({ on: 'bank', ids: [line] })}
              onTwice={(line) => setNoting({ on: 'twice', ids: [line] })}
              onPick={(line) => setLines((now) => toggle(now, line))}
              onUndo={undo}
            />
          </>
        )}
        {lines.length + entries.length > 0 && (
          <SelectionBar
            place={place}
            lines={lines}
            entries={entries}
            pending={steps.isPending}
            onMatch={matchSelected}
            onDifference={() =>
              steps.mutate({ do: 'difference', lineIds: lines, entryIds: entries }, { onSuccess: clear })
            }
            onBook={() => (lines.length > 1 ? setSheet(true) : setBooking(lines[0] ?? null))}
            onErrors={declareSelected}
            onClear={clear}
          />
        )}
      </div>
      <ProofPanel
        place={place}
        view={view}
        change={change}
        picked={entries}
        traced={traced}
        onTrace={() => setTraced(!traced)}
        onGo={(p) => {
          look(ALL);
          cursor.at(p);
        }}
        onPick={(id) => setEntries((now) => toggle(now, id))}
        onPickSome={(ids) => setEntries([...new Set([...entries, ...ids])])}
        onTick={(entryIds, date) =>
          view.paperStatementId !== undefined &&
          steps.mutate({ do: 'tick', statementId: view.paperStatementId, entryIds, date })
        }
        ticking={steps.isPending && steps.variables.do === 'tick' ? steps.variables.entryIds : []}
        tickError={steps.variables?.do === 'tick' ? steps.error : null}
        onLedgerError={(entry) => setNoting({ on: 'ledger', ids: [entry] })}
        onNoLedgerError={(entryId) => steps.mutate({ do: 'noLedgerError', entryId })}
        pending={steps.isPending}
      />
      {booking !== null && row && (
        <BookFromLine
          place={place}
          row={[...rows.values()].find((r) => r.lineId === booking) ?? row}
          onClose={() => setBooking(null)}
          onBook={(request) =>
            steps.mutateAsync({ do: 'book', lineId: booking, booking: request }).then(() => {
              setBooking(null);
              forward();
            })
          }
        />
      )}
      {sheet && lines.length > 0 && (
        <LineSheet
          place={place}
          lines={lines}
          onClose={() => setSheet(false)}
          onBook={(bookings) =>
            steps.mutateAsync({ do: 'bookLines', bookings }).then(() => {
              setSheet(false);
              clear();
            })
          }
        />
      )}
      {ruled !== null && view.rules.some((r) => r.ruleId === ruled) && (
        <RuleDialog
          place={place}
          rule={view.rules.find((r) => r.ruleId === ruled) as RuleAtWork}
          onClose={() => setRuled(null)}
          onDone={() => {
            setRuled(null);
            cursor.restart();
            void steps.refresh();
          }}
        />
      )}
      {steps.error instanceof Refusal &&
        steps.error.code === 'correction.which' &&
        steps.variables?.do === 'correct' && (
          <WhichLine
            place={place}
            entryId={steps.variables.entryId}
            onClose={steps.reset}
            onChoose={(correctedLine) =>
              steps.variables?.do === 'correct' &&
              steps.mutate({ ...steps.variables, correctedLine }, { onSuccess: forward })
            }
          />
        )}
      {noting && (
        <NoteDialog
          on={noting.on}
          ids={noting.ids}
          onClose={() => setNoting(null)}
          onSay={(note) =>
            steps
              .mutateAsync(
                noting.on === 'ledger'
                  ? { do: 'ledgerErrors', entryIds: noting.ids, note }
                  : noting.on === 'bank'
                    ? { do: 'bankErrors', lineIds: noting.ids, note }
                    : { do: 'takeOut', lineId: noting.ids[0] ?? 0, reason: note },
              )
              .then(() => {
                setNoting(null);
                clear();
              })
          }
        />
      )}
    </>
  );
}
