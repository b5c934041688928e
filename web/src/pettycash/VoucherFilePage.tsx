import { useParams } from 'react-router';
import { FilePage } from '../party/FilePage';
import type { BookedView } from './api';
import { say } from '../words';
import { useFunds } from './useDrawers';

/** Vouchers of a drawer from a CSV file. */
export default function VoucherFilePage() {
  const { id } = useParams();
  const fund = useFunds().data?.find((f) => String(f.id) === id);
  return (
    <FilePage<BookedView>
      title={say('pettycash.vouchersFromAFile')}
      back={[`/petty-cash/${id ?? ''}`, fund?.name ?? say('pettycash.pettyCash')]}
      path={`/petty-cash/funds/${id ?? ''}/voucher-files`}
      fields={{}}
      booked={(r) => r}
      count={(r) => r.count}
      what={say('pettycash.vouchersOfAFile')}
    >
      <p>
        {say('pettycash.aCsvFileOfVouchers')} <code>date</code> (2026-06-04), <code>who</code>,{' '}
        <code>amount</code>
        {say('pettycash.andWhereKnown')}
        <code>kind</code>
        {say('pettycash.paidReceivedOrAdvance')}
        <code>purpose</code>, <code>text</code>, <code>tax</code>, <code>cost_centre</code>,{' '}
        <code>paper_date</code>, <code>tags</code>. {say('pettycash.allOfItOrNothing')}
      </p>
    </FilePage>
  );
}
