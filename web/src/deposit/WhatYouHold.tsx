import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { grouped, report, typed as asTyped } from '../shared/money';
import { say } from '../words';
import type { CountExplanation, CountLeftover, SlipView } from './api';
import { isPieces, PieceRow } from './PieceRow';
import type { Counted, SlipWork } from './useSlip';

/** The count without an amount, where it still stands at its place: somebody else may have struck it out. */
function struck(counted: Counted, place: number | undefined, amount: string): Counted {
  return { ...counted, checks: counted.checks.filter((a, i) => i !== place || a !== amount) };
}

/** Whether a key goes to the count wherever one is, but not into another field or a dialog. */
function isForCount(e: KeyboardEvent): boolean {
  const elsewhere = (e.target as HTMLElement).closest('input, textarea, select, [role=dialog]');
  return /^[0-9]$/.test(e.key) && !elsewhere && !e.ctrlKey && !e.metaKey && !e.altKey;
}

/** What is in the hand: checks keyed one by one, cash by piece, and how it compares with what is on the slip. */
export function WhatYouHold({
  view,
  work,
  onNew,
  onCursor,
}: {
  view: SlipView;
  work: SlipWork;
  onNew: (amount: string) => void;
  onCursor: (receipt: number) => void;
}) {
  const { canCount } = useCurrentCompany();
  const [typed, setTyped] = useState('');
  const [sending, setSending] = useState<string[]>([]);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    function listen(e: KeyboardEvent) {
      if (isForCount(e)) {
        field.current?.focus();
      }
    }
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  const count = view.count;
  const checks = count?.checks ?? [];
  const receipt = (id: number | undefined) => view.receipts.find((r) => r.id === id);
  const remove = (place: number, amount: string) => void work.count((c) => struck(c, place, asTyped(amount)));
  function key() {
    const amount = typed.trim();
    if (amount === '') return;
    setTyped('');
    setSending((s) => [...s, amount]);
    void work
      .count((c) => ({ ...c, checks: [...c.checks, amount] }))
      .then((done) => {
        setSending((s) => s.filter((_, i) => i !== s.indexOf(amount)));
        if (!done) {
          // what was typed is not lost; what is wrong with it stands beside the rows
          setTyped((now) => now || amount);
        }
      });
  }
  return (
    <section aria-labelledby="what-you-hold">
      <div className="d-flex justify-content-between align-items-baseline">
        <h2 id="what-you-hold">{say('deposit.whatYouHold')}</h2>
        <span className="quiet">{say('deposit.countFirstThenCompare')}</span>
      </div>
      <div className="hold">
        <div>
          <h3>{say('deposit.checksKeyedOneByOne')}</h3>
          <ol className="keyed" aria-label={say('deposit.checksKeyedOneByOne')}>
            {checks.map((amount, i) => {
              const found = receipt(count?.found[i]);
              return (
                <li key={i} className={found ? '' : 'attention'}>
                  <span className="num">{report(amount)}</span>
                  <span className="quiet">{found ? found.number : say('deposit.noneOfThis')}</span>
                  {canCount && (
                    <button
                      type="button"
                      className="as-link"
                      aria-label={say('deposit.strikeOut', { amount: grouped(amount) })}
                      onClick={() => remove(i, amount)}
                    >
                      ×
                    </button>
                  )}
                </li>
              );
            })}
            {sending.map((amount, i) => (
              <li key={`sending ${i}`} className="quiet">
                <span className="num">{amount}</span>
              </li>
            ))}
          </ol>
          {canCount && (
            <div className="keyed-next">
              <Form.Control
                ref={field}
                className="num"
                inputMode="decimal"
                aria-label={say('deposit.amountOfTheNextCheck')}
                value={typed}
                maxLength={40}
                autoComplete="off"
                onChange={(e) => setTyped(e.target.value)}
                onKeyDown={(e) => {
                  if (e.key === 'Enter') {
                    e.preventDefault();
                    key();
                  } else if (e.key === 'Escape') {
                    setTyped('');
                    e.currentTarget.blur();
                  }
                }}
              />
              <span>
                <span className="quiet">{say('deposit.next')}</span> <kbd>Enter</kbd>
              </span>
            </div>
          )}
        </div>
        <div>
          {view.oneTotal ? (
            <OneTotal
              key={view.cash ?? ''}
              cash={view.cash ?? ''}
              onSet={(cash) => work.count((c) => ({ ...c, cash }))}
            />
          ) : (
            <>
              <h3>{say('deposit.cashByPiece')}</h3>
              <table className="pieces">
                <caption className="visually-hidden">{say('deposit.cashByPiece')}</caption>
                <tbody>
                  {view.pieces.map((p) => (
                    <Piece
                      key={`${p.value} ${p.count}`}
                      piece={p}
                      onSet={(n) => work.count((c) => ({ ...c, pieces: { ...c.pieces, [p.value]: n } }))}
                    />
                  ))}
                </tbody>
              </table>
            </>
          )}
        </div>
      </div>
      <table className="plain hold-sums">
        <caption className="visually-hidden">{say('deposit.countedAndOnTheSlip')}</caption>
        <tbody>
          <tr>
            <th scope="row">{say('deposit.countedByHand')}</th>
            <td className="num">
              <strong>{report(count?.total ?? '')}</strong>
            </td>
          </tr>
          <tr>
            <th scope="row">{say('deposit.onTheSlipReceipts', { count: view.receipts.length })}</th>
            <td className="num">
              <strong>{report(view.total)}</strong>
            </td>
          </tr>
        </tbody>
      </table>
      <Comparison view={view} work={work} onNew={onNew} onCursor={onCursor} />
    </section>
  );
}

/** Cash that was counted by hand elsewhere, as one amount. */
function OneTotal({ cash, onSet }: { cash: string; onSet: (cash: string) => Promise<boolean> }) {
  const { canCount } = useCurrentCompany();
  const [typed, setTyped] = useState(asTyped(cash));
  const set = () => {
    if (typed.trim() !== asTyped(cash)) void onSet(typed.trim() || '0');
  };
  return (
    <>
      <h3>{say('deposit.cashCountedByHand')}</h3>
      <Form.Control
        className="num"
        inputMode="decimal"
        aria-label={say('deposit.cashCountedByHand')}
        value={typed}
        disabled={!canCount}
        maxLength={40}
        autoComplete="off"
        onChange={(e) => setTyped(e.target.value)}
        onBlur={set}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            e.preventDefault();
            e.currentTarget.blur();
          }
        }}
      />
    </>
  );
}

function Piece({
  piece,
  onSet,
}: {
  piece: SlipView['pieces'][number];
  onSet: (count: number) => Promise<boolean>;
}) {
  const { canCount } = useCurrentCompany();
  const [typed, setTyped] = useState(piece.count === 0 ? '' : String(piece.count));
  const set = () => {
    if (isPieces(typed) && Number(typed) !== piece.count) {
      void onSet(Number(typed));
    }
  };
  return (
    <PieceRow value={piece.value} typed={typed} disabled={!canCount} onType={setTyped} onLeave={set}>
      <td className="num">{piece.count === 0 ? '' : report(piece.amount)}</td>
    </PieceRow>
  );
}

/** Whether what was counted is what is on the slip; where not, what explains it and what mends it. */
function Comparison({
  view,
  work,
  onNew,
  onCursor,
}: {
  view: SlipView;
  work: SlipWork;
  onNew: (amount: string) => void;
  onCursor: (receipt: number) => void;
}) {
  const count = view.count;
  if (!view.counts && !count) {
    return view.receipts.length > 0 ? (
      <p className="quiet">{say('deposit.aSlipOfCardsNeedsNoCount')}</p>
    ) : null;
  }
  if (!count) {
    return <p className="quiet">{say('deposit.notCountedYet')}</p>;
  }
  if (count.agrees) {
    return (
      <p className="told" role="status">
        {say('deposit.theCountAgrees')}
      </p>
    );
  }
  const cash = !/^-?[0.]+$/.test(count.cashApart);
  return (
    <div className="apart" role="status">
      <h3>
        {/^-?[0.]+$/.test(count.apart)
          ? say('deposit.theSumAgreesTheChecksDoNot')
          : say('deposit.apart', { amount: grouped(count.apart) })}
      </h3>
      {count.leftovers.map((l, i) => (
        <Leftover key={i} left={l} view={view} work={work} onNew={onNew} onCursor={onCursor} />
      ))}
      {cash && (
        <p>
          {count.cashApart.startsWith('-')
            ? say('deposit.cashIsShort', { amount: grouped(count.cashApart) })
            : say('deposit.cashIsOver', { amount: grouped(count.cashApart) })}
        </p>
      )}
    </div>
  );
}

function Leftover({
  left,
  view,
  work,
  onNew,
  onCursor,
}: {
  left: CountLeftover;
  view: SlipView;
  work: SlipWork;
  onNew: (amount: string) => void;
  onCursor: (receipt: number) => void;
}) {
  const { canCount } = useCurrentCompany();
  const keyed = left.keyed === undefined ? undefined : view.count?.checks[left.keyed];
  return (
    <div className="mb-2">
      {left.explanations.length > 1 && <p className="mb-1">{say('deposit.itCannotBeToldWhich')}</p>}
      {left.explanations.map((e, i) => (
        <div key={i}>
          <p className="mb-1">{e.words}</p>
          {canCount && (
            <Mending
              explanation={e}
              place={left.keyed}
              keyed={keyed}
              work={work}
              onNew={onNew}
              onCursor={onCursor}
            />
          )}
        </div>
      ))}
    </div>
  );
}

function Mending({
  explanation: e,
  place,
  keyed = '',
  work,
  onNew,
  onCursor,
}: {
  explanation: CountExplanation;
  place: number | undefined;
  keyed: string | undefined;
  work: SlipWork;
  onNew: (amount: string) => void;
  onCursor: (receipt: number) => void;
}) {
  const id = e.receiptId ?? 0;
  const was = asTyped(keyed);
  const is = asTyped(e.amount ?? keyed);
  const miskeyed = () =>
    work.count((c) => ({ ...c, checks: c.checks.map((a, i) => (i === place && a === was ? is : a)) }));
  const strike = () => work.count((c) => struck(c, place, was));
  const offers: [string, () => unknown][] = {
    DIGITS_SWAPPED: both(),
    POINT_MOVED: both(),
    KEYED_TWICE: [[say('deposit.strikeItOut'), strike]],
    NOT_PICKED: [[say('deposit.putItOnTheSlip'), () => work.change([id], [])]],
    ON_OTHER_SLIP: [[say('deposit.strikeItOut'), strike]],
    MISSING: [
      [say('deposit.takeItOffTheSlip'), () => work.change([], [id])],
      [say('deposit.showIt'), () => onCursor(id)],
    ],
    UNKNOWN: [
      [say('deposit.itIsNoReceiptYet'), () => onNew(asTyped(keyed))],
      [say('deposit.strikeItOut'), strike],
    ],
  }[e.kind] as [string, () => unknown][];
  function both(): [string, () => unknown][] {
    return [
      [say('deposit.theReceiptIsWrong', { amount: grouped(keyed) }), () => work.correct(id, asTyped(keyed))],
      [say('deposit.iMiskeyedIt'), miskeyed],
    ];
  }
  return (
    <div className="actions">
      {offers.map(([words, act]) => (
        <Button
          key={words}
          size="sm"
          variant="outline-secondary"
          disabled={work.waiting > 0}
          onClick={() => void act()}
        >
          {words}
        </Button>
      ))}
    </div>
  );
}
