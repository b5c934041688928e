import { Fragment } from 'react';
import { Link } from 'react-router';
import { fullDate, shortDate } from '../shared/dates';
import { report } from '../shared/money';
import { say } from '../words';
import type { BookRow, DrawerBook, Fund, OpenMove } from './api';
import { NextVoucher } from './NextVoucher';

/** The book of a drawer, the latest first, with the next voucher in its first row. */
export function DrawerBookTable({
  fund,
  book,
  day,
  settles,
  onSettle,
  mayPost,
}: {
  fund: Fund;
  book: DrawerBook | undefined;
  day: string;
  settles?: OpenMove;
  onSettle: (advance: OpenMove | undefined) => void;
  mayPost: boolean;
}) {
  const rows = [...(book?.rows ?? [])].reverse();
  const drafts = book?.drafts ?? [];
  // a draft stands above what was posted on its day and before
  const above = (day: string | undefined, before: string | undefined) =>
    drafts.filter((d) => (day === undefined || d.day >= day) && (before === undefined || d.day < before));
  return (
    <table className="plain drawer-book">
      <caption className="visually-hidden">{say('pettycash.bookOf', { name: fund.name })}</caption>
      <thead>
        <tr>
          <th scope="col">{say('pettycash.date')}</th>
          <th scope="col">{say('pettycash.voucher')}</th>
          <th scope="col">{say('pettycash.paidToFor')}</th>
          <th scope="col">{say('pettycash.purpose')}</th>
          <th scope="col">{say('pettycash.costCentre')}</th>
          <th scope="col" className="num">
            {say('pettycash.in')}
          </th>
          <th scope="col" className="num">
            {say('pettycash.out')}
          </th>
          <th scope="col" className="num">
            {say('pettycash.inTheDrawer')}
          </th>
        </tr>
      </thead>
      <tbody>
        {mayPost && (
          <NextVoucher
            key={settles?.id ?? 0}
            fund={fund}
            day={day}
            {...(settles && { settles })}
            onDone={() => onSettle(undefined)}
          />
        )}
        {rows.map((r, i) => (
          <Fragment key={r.id}>
            {above(r.day, rows[i - 1]?.day).map((d) => (
              <DraftLine key={`draft-${d.id}`} draft={d} />
            ))}
            <Row row={r} fund={fund} mayPost={mayPost} onSettle={onSettle} />
          </Fragment>
        ))}
        {above(undefined, rows.at(-1)?.day).map((d) => (
          <DraftLine key={`draft-${d.id}`} draft={d} />
        ))}
        {book && (
          <tr className="carried">
            <td colSpan={7}>
              {book.left > 0
                ? say('pettycash.earlierAreNotShown', { left: book.left })
                : say('pettycash.carriedOnFrom', { day: fullDate(book.from) })}
            </td>
            <td className="num">
              <strong>{report(book.carried)}</strong>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

/** A voucher that is kept as a draft: its money may have left, and nothing is booked yet. */
function DraftLine({ draft }: { draft: DrawerBook['drafts'][number] }) {
  return (
    <tr className="draft">
      <td className="text-nowrap">{shortDate(draft.day)}</td>
      <td>
        <Link to={`/petty-cash/draft?draft=${draft.id}`}>{say('pettycash.draft')}</Link>
      </td>
      <td>
        {[draft.who, draft.text].filter((t) => t !== '').join(', ')}{' '}
        {draft.pictures > 0 ? (
          <span className="quiet">▣ {say('pettycash.pictures', { count: draft.pictures })}</span>
        ) : (
          <strong>{say('pettycash.noReceiptYet')}</strong>
        )}
      </td>
      <td>{draft.purpose}</td>
      <td>{draft.costCentre}</td>
      <td className="num">{draft.in ? draft.amount : ''}</td>
      <td className="num">{draft.in ? '' : draft.amount}</td>
      <td className="num">{say('pettycash.notYet')}</td>
    </tr>
  );
}

function Row({
  row,
  fund,
  mayPost,
  onSettle,
}: {
  row: BookRow;
  fund: Fund;
  mayPost: boolean;
  onSettle: (advance: OpenMove | undefined) => void;
}) {
  const advance = fund.advances.find((a) => a.id === row.id);
  const quiet = row.kind !== 'VOUCHER' ? row.kindWords : '';
  return (
    <tr className={row.reversed || row.undoes ? 'undone' : ''}>
      <td className="text-nowrap">{shortDate(row.day)}</td>
      <td className="text-nowrap">
        {row.entryId ? (
          <Link to={`/ledger/entries/${row.entryId}`}>{row.number || say('pettycash.entry')}</Link>
        ) : (
          row.number
        )}
      </td>
      <td>
        {[row.who, row.text].filter((t) => t !== '').join(', ')}
        {row.quantity && <span className="quiet"> {row.quantity}</span>}
        {row.tags && <span className="quiet"> [{row.tags}]</span>}
        {row.pictures > 0 && (
          <span className="quiet"> ▣ {say('pettycash.pictures', { count: row.pictures })}</span>
        )}{' '}
        {quiet && <span className="quiet">{quiet}</span>}
        {row.reversed && <span className="quiet"> {say('pettycash.reversed')}</span>}
        {advance && mayPost && (
          <>
            {' '}
            <button type="button" className="as-link" onClick={() => onSettle(advance)}>
              {say('pettycash.settle')}
            </button>
          </>
        )}
      </td>
      <td>
        {row.purpose ||
          (row.kind === 'ADVANCE'
            ? row.open
              ? say('pettycash.advanceOpen')
              : say('pettycash.advance')
            : '')}
      </td>
      <td>{row.costCentre}</td>
      <td className="num">{row.in && report(row.in)}</td>
      <td className="num">{row.out && report(row.out)}</td>
      <td className="num">{report(row.holds)}</td>
    </tr>
  );
}
