import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { shortDate } from '../shared/dates';
import { grouped, report } from '../shared/money';
import { ChangeAmounts, SkipIt } from '../shared/RunForms';
import { say } from '../words';
import type { RunItem, RunRow, RunView } from './api';
import type { Deciding } from './useRun';
import { STANDINGS } from './words';

/** More are shown when they are asked for. */
const AT_FIRST = 300;

/** The customers of a run; the one that is looked at shows what can be done. */
export function RunRows({
  run,
  rows,
  here,
  doing,
  open,
  busy,
  onHere,
  onDoing,
  onDecide,
}: {
  run: RunView;
  rows: RunRow[];
  here: number | undefined;
  doing: 'change' | 'skip' | undefined;
  open: boolean;
  busy: boolean;
  onHere: (row: RunRow) => void;
  onDoing: (doing: 'change' | 'skip' | undefined) => void;
  onDecide: (d: Deciding) => void;
}) {
  const { company, canPrepare } = useCurrentCompany();
  const [most, setMost] = useState(AT_FIRST);
  const seen = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    // a browser without a screen draws nothing
    seen.current?.scrollIntoView?.({ block: 'nearest' });
  }, [here]);
  return (
    <table className="plain run-rows">
      <caption className="visually-hidden">{run.title}</caption>
      <thead>
        <tr>
          <th scope="col">{say('collection.inThisRun')}</th>
          <th scope="col">{say('collection.customerWhatIsDue')}</th>
          <th scope="col">{say('collection.mandate')}</th>
          <th scope="col" className="num">
            {say('collection.toCollectIn', { currency: company.currency })}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.slice(0, most).map((r) => (
          <tr
            key={r.partyId}
            ref={r.partyId === here ? seen : undefined}
            className={`${r.standing.toLowerCase()}${r.partyId === here && open ? ' here' : ''}`}
            aria-current={r.partyId === here && open ? 'true' : undefined}
            onClick={() => r.partyId !== here && onHere(r)}
          >
            <td className={r.standing === 'COLLECT' ? 'fw-bold' : 'quiet fw-bold'}>
              {r.cameBack
                ? say('collection.cameBack')
                : r.collectionId && run.state === 'BOOKED'
                  ? say('collection.collected')
                  : STANDINGS[r.standing]}
            </td>
            <td>
              <span className={r.partyId === here && open ? 'fw-bold' : ''}>{r.party}</span>
              <div className="small quiet">
                {r.items
                  .filter((i) => Number(i.settled) !== 0)
                  .map((i) => (
                    <span key={i.itemId} className="me-2 d-inline-block">
                      <ItemWords item={i} changed={r.changed} />
                    </span>
                  ))}
                {run.state === 'BOOKED' && r.collectionId && !r.cameBack && canPrepare && (
                  <Link className="quiet" to={`/returned-items/new?collection=${r.collectionId}`}>
                    {say('collection.itCameBack')}
                  </Link>
                )}
              </div>
              {r.presentedAgain > 0 && (
                <div className="small waiting">
                  {say('collection.presentedAgain', { count: r.presentedAgain })}
                </div>
              )}
              {r.reason && <div className="small attention-plain">{r.reason}</div>}
              {r.problems.map((p) => (
                <div key={p} className="small attention-plain">
                  {p} {r.mandate && <Link to={`/mandates/${r.mandate.id}`}>{say('collection.mendIt')}</Link>}
                </div>
              ))}
              {r.partyId === here && open && (
                <Doing
                  key={`${r.partyId}${doing ?? ''}`}
                  row={r}
                  doing={doing}
                  busy={busy}
                  onDoing={onDoing}
                  onDecide={onDecide}
                />
              )}
            </td>
            <td>
              <MandateWords row={r} />
            </td>
            <td className="num">{grouped(r.standing === 'SKIPPED' ? '0.00' : r.amount)}</td>
          </tr>
        ))}
        {[
          { words: say('collection.nothingDue'), of: run.nothingDue },
          { words: say('collection.noMandate'), of: run.withoutMandate },
        ]
          .filter(({ of }) => of.count > 0)
          .map(({ words, of }) => (
            <tr key={words} className="others">
              <td className="quiet fw-bold">{words}</td>
              <td className="quiet" colSpan={2}>
                {of.names.join(', ')}
                {of.count > of.names.length &&
                  ` ${say('collection.andMore', { count: of.count - of.names.length })}`}
              </td>
              <td className="num quiet">{grouped('0.00')}</td>
            </tr>
          ))}
        {rows.length === 0 && (
          <tr>
            <td colSpan={4} className="quiet">
              {say('collection.nobodyFits')}
            </td>
          </tr>
        )}
      </tbody>
      {rows.length > most && (
        <tfoot>
          <tr>
            <td colSpan={4}>
              <button type="button" className="as-link" onClick={() => setMost(most + 1000)}>
                {say('collection.showMore', { count: rows.length - most })}
              </button>
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}

function ItemWords({ item, changed }: { item: RunItem; changed: boolean }) {
  if (item.credit) {
    return <>{say('collection.creditOf', { title: item.title, amount: report(`-${item.settled}`) })}</>;
  }
  if (item.inPart && changed) {
    return (
      <>
        {say('collection.inPartYouChanged', {
          title: item.title,
          from: grouped(item.open),
          to: grouped(item.settled),
        })}
      </>
    );
  }
  return (
    <>
      {item.title} {grouped(item.settled)}
      {Number(item.discount) !== 0 &&
        `, ${say('collection.lessDiscount', { amount: grouped(item.discount) })}`}
      {item.late > 0 && `, ${say('collection.daysPastDue', { count: item.late })}`}
    </>
  );
}

function MandateWords({ row }: { row: RunRow }) {
  const m = row.mandate;
  if (!m) {
    return <span className="quiet">{say('collection.noMandate')}</span>;
  }
  return (
    <span className="quiet">
      <Link to={`/mandates/${m.id}`}>{m.reference}</Link>
      {m.firstTime ? (
        <span className="waiting">, {say('collection.firstTime')}</span>
      ) : (
        `, ${say('collection.since', { year: m.since.slice(0, 4) })}`
      )}
      {m.noticeTold && (
        <span className="waiting">, {say('collection.noticeSent', { day: shortDate(m.noticeTold) })}</span>
      )}
      {m.noticeDue && m.noticeBy && (
        <span className="waiting">, {say('collection.noticeBy', { day: shortDate(m.noticeBy) })}</span>
      )}
      <div className="small">{m.account}</div>
    </span>
  );
}

function Doing({
  row,
  doing,
  busy,
  onDoing,
  onDecide,
}: {
  row: RunRow;
  doing: 'change' | 'skip' | undefined;
  busy: boolean;
  onDoing: (doing: 'change' | 'skip' | undefined) => void;
  onDecide: (d: Deciding) => void;
}) {
  const undecided = row.standing === 'READY' || row.standing === 'ASK_FIRST';
  if (doing === 'change') {
    return (
      <ChangeAmounts
        items={row.items}
        label={say('collection.collectThis')}
        busy={busy}
        onClose={() => onDoing(undefined)}
        onTake={(items) => onDecide({ collect: row, items })}
      />
    );
  }
  if (doing === 'skip') {
    return (
      <SkipIt
        busy={busy}
        onClose={() => onDoing(undefined)}
        onSkip={(reason) => onDecide({ skip: row, reason })}
      />
    );
  }
  return (
    <div className="actions mt-1">
      {undecided && (
        <Button size="sm" disabled={busy} onClick={() => onDecide({ collect: row })}>
          {say('collection.collectAmount', { amount: grouped(row.amount) })} <kbd>Enter</kbd>
        </Button>
      )}
      {(undecided || row.standing === 'COLLECT') && (
        <Button size="sm" variant="outline-secondary" onClick={() => onDoing('change')}>
          {say('collection.changeWhatIsCollected')} <kbd>e</kbd>
        </Button>
      )}
      {row.standing !== 'SKIPPED' && (
        <Button size="sm" variant="outline-secondary" onClick={() => onDoing('skip')}>
          {say('collection.skip')} <kbd>s</kbd>
        </Button>
      )}
      {(row.standing === 'COLLECT' || row.standing === 'SKIPPED') && (
        <Button size="sm" variant="outline-secondary" disabled={busy} onClick={() => onDecide({ undo: row })}>
          {say('collection.takeBackTheDecision')} <kbd>u</kbd>
        </Button>
      )}
    </div>
  );
}
