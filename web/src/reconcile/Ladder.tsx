import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useRef, type CSSProperties } from 'react';
import type { CandidateView, OtherEndView, RowView } from './api';
import { WaveLine } from '../shared/Wave';
import { LadderRow } from './LadderRow';
import { OpenLine } from './OpenLine';
import type { Place } from './useMonth';
import { NoteButton } from '../review/NoteButton';
import { useNotes } from '../review/useNotes';
import { useMayAt } from '../session/session';
import { say } from '../words';

interface Props {
  total: number;
  /** Where the tide line stands; -1 where a filter shows only some rows. */
  tide: number;
  provenWords: string;
  /** How many signs its balances have. */
  figures: number;
  atBottom: boolean;
  rows: Map<number, RowView>;
  here: number;
  picked: number[];
  change: boolean;
  candidates: CandidateView[] | undefined;
  pending: boolean;
  onHere: (place: number) => void;
  onSight: (first: number, last: number) => void;
  place: Place;
  onTake: (index: number) => void;
  onDifference: (index: number) => void;
  onOtherEnd: (line: number, end: OtherEndView) => void;
  onBook: (line: number) => void;
  onBankError: (line: number) => void;
  onTwice: (line: number) => void;
  onPick: (line: number) => void;
  onUndo: () => void;
}

const UNDO: Record<string, string> = {
  BOOKED: say('reconcile.undoAndReverseWhatWasBooked'),
  PAPER: say('reconcile.takeTheTickBack'),
};

/** All lines in the bank's order, only those in sight drawn; the tide line stands among them as a row of its own. */
export function Ladder(props: Props) {
  const { total, tide, here, rows, onSight } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const { canPrepare, canCertify } = useMayAt(props.place.accountId);
  const mayReview = canPrepare || canCertify;
  const notes = useNotes(props.place.accountId, false);
  const noted = new Set(notes.data?.flatMap((n) => (n.lineId === undefined ? [] : [n.lineId])));
  // one function as long as the rows stand as they are: with a new one all of them would be measured anew
  const getItemKey = useCallback((i: number) => (i === tide ? -1 : placeOf(i, tide)), [tide]);
  const virtual = useVirtualizer({
    count: total + (tide < 0 ? 0 : 1),
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (i === tide ? 28 : placeOf(i, tide) === here ? 160 : 29),
    overscan: 12,
    getItemKey,
  });
  const items = virtual.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? 0;

  useEffect(() => {
    onSight(Math.max(first - 1, 0), Math.min(last, Math.max(total - 1, 0)));
  }, [first, last, total, onSight]);

  const index = tide < 0 || here < tide ? here : here + 1;
  // once its candidates are there the open line is taller, and all of it is to be in sight
  const opened = props.candidates !== undefined;
  useEffect(() => {
    virtual.scrollToIndex(index, { align: 'auto' });
  }, [index, virtual, opened]);

  return (
    <div
      className="ladder"
      style={{ '--figures': Math.max(9, props.figures) } as CSSProperties}
      role="table"
      aria-label={say('reconcile.bankLinesInTheBanksOrder')}
      aria-rowcount={total + 1}
    >
      <div role="rowgroup">
        <div className="ladder-grid ladder-head" role="row" aria-rowindex={1}>
          <span role="columnheader">{say('reconcile.date')}</span>
          <span role="columnheader">{say('reconcile.whatTheBankSays')}</span>
          <span role="columnheader" className="num">
            {say('reconcile.in2')}
          </span>
          <span role="columnheader" className="num">
            {say('reconcile.out2')}
          </span>
          <span role="columnheader" className="num">
            {say('reconcile.bankBalance')}
          </span>
          <span role="columnheader" className="num col-proven">
            {say('reconcile.proven')}
          </span>
          <span role="columnheader">{say('reconcile.explainedBy')}</span>
        </div>
      </div>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- a scrolling region must be reachable by keyboard */}
      <div className="ladder-body" ref={scroller} role="rowgroup" tabIndex={0}>
        <div style={{ height: virtual.getTotalSize(), position: 'relative' }} role="presentation">
          {items.map((item) => {
            const place = placeOf(item.index, tide);
            const row = rows.get(place);
            return (
              <div
                key={item.key}
                ref={virtual.measureElement}
                data-index={item.index}
                role="presentation"
                style={{
                  position: 'absolute',
                  top: 0,
                  left: 0,
                  right: 0,
                  transform: `translateY(${item.start}px)`,
                }}
              >
                {item.index === tide ? (
                  <div className="tide" role="row">
                    <span role="cell" aria-hidden="true" style={{ flex: 1 }}>
                      <WaveLine />
                    </span>
                    <span role="cell" data-testid="tide-words">
                      {props.provenWords}
                    </span>
                    <span role="cell" aria-hidden="true" style={{ flex: 1 }}>
                      <WaveLine />
                    </span>
                  </div>
                ) : (
                  <>
                    <LadderRow
                      row={row}
                      place={place}
                      here={place === here}
                      noted={row !== undefined && noted.has(row.lineId)}
                      picked={row !== undefined && props.picked.includes(row.lineId)}
                      onHere={props.onHere}
                    />
                    {place === here && row && !props.atBottom && row.state === 'OPEN' && (
                      <OpenLine {...props} row={row} />
                    )}
                    {place === here && row && row.state !== 'OPEN' && (props.change || mayReview) && (
                      <div className="ladder-open" role="row">
                        <div role="cell">
                          <span className="quiet">
                            {row.state === 'BANK_ERROR'
                              ? say('reconcile.declaredAnErrorOfTheBank')
                              : say('reconcile.by', {
                                  words:
                                    row.matchedHow === 'PAPER'
                                      ? say('reconcile.ticked')
                                      : say('reconcile.matched'),
                                  matchedBy: row.matchedBy,
                                  words2:
                                    row.matchedHow === 'BOOKED' ? say('reconcile.bookedFromThisLine') : '',
                                })}
                          </span>{' '}
                          {props.change && (
                            <button
                              type="button"
                              className="btn btn-outline-secondary btn-sm"
                              disabled={props.pending}
                              onClick={() => {
                                props.onHere(place);
                                props.onUndo();
                              }}
                            >
                              {UNDO[row.matchedHow ?? ''] ?? say('reconcile.undo')} <kbd>u</kbd>
                            </button>
                          )}{' '}
                          <NoteButton accountId={props.place.accountId} about={{ lineId: row.lineId }} />
                        </div>
                      </div>
                    )}
                  </>
                )}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function placeOf(index: number, tide: number): number {
  return tide < 0 || index < tide ? index : index - 1;
}
