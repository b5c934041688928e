import { memo } from 'react';
import type { RowView } from './api';
import { shortDate } from '../shared/dates';
import { grouped, report } from '../shared/money';
import { say } from '../words';

interface Props {
  row: RowView | undefined;
  place: number;
  here: boolean;
  picked: boolean;
  /** Whether a note for the review is open at it. */
  noted?: boolean;
  onHere: (place: number) => void;
}

/** A row of the ladder; drawn again only where something of it has changed, not with each turn of the wheel. */
export const LadderRow = memo(function LadderRow({ row, place, here, picked, noted, onHere }: Props) {
  if (!row) {
    return <div className="ladder-row ladder-grid" role="row" aria-rowindex={place + 2} aria-busy="true" />;
  }
  const classes = ['ladder-row', 'ladder-grid'];
  if (row.proven !== undefined) classes.push('proven');
  if (here) classes.push('here');
  if (picked) classes.push('picked');
  const nothing = row.state === 'OPEN' && row.candidates === 0;
  return (
    // eslint-disable-next-line jsx-a11y/click-events-have-key-events -- arrows and j, k move between rows
    <div
      className={classes.join(' ')}
      role="row"
      aria-rowindex={place + 2}
      aria-current={here ? 'true' : undefined}
      tabIndex={-1}
      onClick={() => onHere(place)}
      data-place={row.place}
    >
      <span role="cell">{shortDate(row.date)}</span>
      <span role="cell" title={[row.title, row.counterparty, row.reference].filter(Boolean).join(', ')}>
        {row.title}
      </span>
      <span role="cell" className="num">
        {row.in && grouped(row.in)}
      </span>
      <span role="cell" className="num">
        {row.out && grouped(row.out)}
      </span>
      <span role="cell" className="num">
        {report(row.bankBalance)}
      </span>
      <span role="cell" className={`num col-proven${row.apart ? ' attention' : ''}`}>
        {row.proven !== undefined
          ? report(row.proven)
          : row.apart
            ? say('reconcile.off', { apart: grouped(row.apart) })
            : ''}
      </span>
      <span role="cell" className={nothing ? 'attention' : ''} title={row.explainedBy}>
        {noted && (
          <span className="noted" title={say('review.noteOn')}>
            ✎<span className="visually-hidden">{say('review.noteOn')} </span>
          </span>
        )}
        {picked ? say('reconcile.selected', { explainedBy: row.explainedBy }) : row.explainedBy}
      </span>
    </div>
  );
});
