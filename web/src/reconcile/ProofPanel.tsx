import { useState } from 'react';
import type { GroupView, MonthView } from './api';
import { useKey } from '../shared/useKey';
import { keepFold, keptFold } from './kept';
import { shortDate } from '../shared/dates';
import { grouped, report } from '../shared/money';
import { Wave } from '../shared/Wave';
import { NotOnStatement } from './NotOnStatement';
import { useTrace, type Place } from './useMonth';

export interface ProofProps {
  place: Place;
  view: MonthView;
  change: boolean;
  picked: number[];
  traced: boolean;
  pending: boolean;
  onTrace: () => void;
  onGo: (place: number) => void;
  onPick: (entry: number) => void;
  onTick: (entries: number[], date: string) => void;
  ticking: number[];
  tickError: unknown;
  onLedgerError: (entry: number) => void;
  onNoLedgerError: (entry: number) => void;
}

function Line({ words, group }: { words: string; group: GroupView }) {
  return (
    <tr>
      <th scope="row">
        {words}
        {group.count > 0 && ` (${grouped(String(group.count))})`}
      </th>
      <td>{report(group.total)}</td>
    </tr>
  );
}

/** The live proof, the gap in words, its trace, and what is not on this statement. */
export function ProofPanel(props: ProofProps) {
  const { view, place, traced } = props;
  const p = view.proof;
  const trace = useTrace(place, traced);
  const [folded, setFolded] = useState(keptFold);
  const fold = () => {
    keepFold(!folded);
    setFolded(!folded);
  };
  useKey('p', fold);
  const outcome = p.holds ? 'No gap' : `${grouped(p.gap)} apart`;
  if (folded) {
    return (
      <aside className="proof-folded" aria-label="Proof">
        <button type="button" className="fold" aria-expanded={false} onClick={fold}>
          <span aria-hidden="true">‹</span>
          <span className="visually-hidden">Show the proof</span>
        </button>
        <span className={p.holds ? 'upright' : 'upright attention'} aria-live="polite">
          Proof at {shortDate(p.at)}: {outcome}
        </span>
      </aside>
    );
  }
  return (
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- a scrolling region must be reachable by keyboard
    <aside className="proof" aria-label="Proof" tabIndex={0}>
      <h2>
        <button type="button" className="fold" aria-expanded title="Fold the proof away (p)" onClick={fold}>
          <span aria-hidden="true">›</span>
          <span className="visually-hidden">Fold the proof away</span>
        </button>
        Proof at {shortDate(p.at)}
      </h2>
      <table>
        <caption className="visually-hidden">The two sides of the proof, in {view.currency}</caption>
        <tbody>
          <tr>
            <th scope="row">Bank statement balance</th>
            <td>{report(p.bankBalance)}</td>
          </tr>
          <Line words="On the way" group={p.onTheWay} />
          <Line words="Not presented" group={p.notPresented} />
          <Line words="Bank errors to be put right" group={p.bankErrors} />
          <tr className="sum">
            <th scope="row">Adjusted bank balance</th>
            <td data-testid="adjusted-bank">{report(p.adjustedBank)}</td>
          </tr>
        </tbody>
        <tbody>
          <tr>
            <th scope="row">Ledger balance</th>
            <td>{report(p.ledgerBalance)}</td>
          </tr>
          <Line words="At the bank, not booked: in" group={p.notBookedIn} />
          <Line words="At the bank, not booked: out" group={p.notBookedOut} />
          <Line words="Ledger errors to be put right" group={p.ledgerErrors} />
          <tr className="sum">
            <th scope="row">Adjusted ledger balance</th>
            <td data-testid="adjusted-ledger">{report(p.adjustedLedger)}</td>
          </tr>
        </tbody>
      </table>
      <div className={`gap ${p.holds ? 'holds' : 'apart'}`} aria-live="polite">
        <strong data-testid="gap">
          {p.holds ? (
            <>
              <Wave holds /> {outcome}
            </>
          ) : (
            outcome
          )}
        </strong>
        <p>{p.words}</p>
        {(!p.holds || view.openLines > 0) && (
          <button
            type="button"
            className="btn btn-outline-secondary btn-sm"
            aria-expanded={traced}
            onClick={props.onTrace}
          >
            Trace it <kbd>t</kbd>
          </button>
        )}
        {traced && trace.data && (
          <ul className="findings">
            {trace.data.length === 0 && <li>Nothing to trace.</li>}
            {trace.data.map((f) => (
              <li key={f.words}>
                {f.explainsGap && <strong>All of it. </strong>}
                {f.place !== undefined ? (
                  <button
                    type="button"
                    className="btn btn-link p-0 text-start"
                    onClick={() => props.onGo(f.place as number)}
                  >
                    {f.words}
                  </button>
                ) : (
                  f.words
                )}
              </li>
            ))}
          </ul>
        )}
      </div>
      <h2>Not on this statement</h2>
      <NotOnStatement {...props} />
    </aside>
  );
}
