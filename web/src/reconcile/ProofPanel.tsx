import { useState } from 'react';
import type { GroupView, MonthView } from './api';
import { useKey } from '../shared/useKey';
import { keepFold, keptFold } from './kept';
import { shortDate } from '../shared/dates';
import { grouped, report } from '../shared/money';
import { Wave } from '../shared/Wave';
import { Notes } from '../review/Notes';
import { useNotes } from '../review/useNotes';
import { NotOnStatement } from './NotOnStatement';
import { useTrace, type Place } from './useMonth';
import { say } from '../words';

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
  onPickSome: (entries: number[]) => void;
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
  // what is open stands where it is seen
  const noted = (useNotes(place.accountId, false).data?.length ?? 0) > 0;
  const [folded, setFolded] = useState(keptFold);
  const fold = () => {
    keepFold(!folded);
    setFolded(!folded);
  };
  useKey('p', fold);
  const outcome = p.holds ? say('reconcile.noGap') : say('reconcile.apart', { gap: grouped(p.gap) });
  if (folded) {
    return (
      <aside className="proof-folded" aria-label={say('reconcile.proof')}>
        <button type="button" className="fold" aria-expanded={false} onClick={fold}>
          <span aria-hidden="true">‹</span>
          <span className="visually-hidden">{say('reconcile.showTheProof')}</span>
        </button>
        <span className={p.holds ? 'upright' : 'upright attention'} aria-live="polite">
          {say('reconcile.proofAt', { at: shortDate(p.at), outcome })}
        </span>
      </aside>
    );
  }
  return (
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- a scrolling region must be reachable by keyboard
    <aside className="proof" aria-label={say('reconcile.proof')} tabIndex={0}>
      <h2>
        <button
          type="button"
          className="fold"
          aria-expanded
          title={say('reconcile.foldTheProofAwayP')}
          onClick={fold}
        >
          <span aria-hidden="true">›</span>
          <span className="visually-hidden">{say('reconcile.foldTheProofAway')}</span>
        </button>
        {say('reconcile.proofAt2', { at: shortDate(p.at) })}
      </h2>
      <table>
        <caption className="visually-hidden">
          {say('reconcile.theTwoSidesOfTheProofIn', { currency: view.currency })}
        </caption>
        <tbody>
          <tr>
            <th scope="row">{say('reconcile.bankStatementBalance')}</th>
            <td>{report(p.bankBalance)}</td>
          </tr>
          <Line words={say('reconcile.onTheWay')} group={p.onTheWay} />
          <Line words={say('reconcile.notPresented')} group={p.notPresented} />
          <Line words={say('reconcile.bankErrorsToBePutRight')} group={p.bankErrors} />
          <tr className="sum">
            <th scope="row">{say('reconcile.adjustedBankBalance')}</th>
            <td data-testid="adjusted-bank">{report(p.adjustedBank)}</td>
          </tr>
        </tbody>
        <tbody>
          <tr>
            <th scope="row">{say('reconcile.ledgerBalance')}</th>
            <td>{report(p.ledgerBalance)}</td>
          </tr>
          <Line words={say('reconcile.atTheBankNotBookedIn')} group={p.notBookedIn} />
          <Line words={say('reconcile.atTheBankNotBookedOut')} group={p.notBookedOut} />
          <Line words={say('reconcile.ledgerErrorsToBePutRight')} group={p.ledgerErrors} />
          <tr className="sum">
            <th scope="row">{say('reconcile.adjustedLedgerBalance')}</th>
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
            {say('reconcile.traceIt')}
            <kbd>t</kbd>
          </button>
        )}
        {traced && trace.data && (
          <ul className="findings">
            {trace.data.length === 0 && <li>{say('reconcile.nothingToTrace')}</li>}
            {trace.data.map((f) => (
              <li key={f.words}>
                {f.explainsGap && <strong>{say('reconcile.allOfIt')}</strong>}
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
      {noted && <Notes accountId={place.accountId} />}
      <h2>{say('reconcile.notOnThisStatement')}</h2>
      <NotOnStatement {...props} />
      {!noted && <Notes accountId={place.accountId} />}
    </aside>
  );
}
