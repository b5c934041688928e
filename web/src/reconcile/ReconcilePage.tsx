import { Navigate, useParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { AccountRail } from '../shared/AccountRail';
import { useToday } from '../today/useToday';
import { MonthWork } from './MonthWork';
import { say } from '../words';

/** An account's month; without one in the address, the first that needs work. */
export default function ReconcilePage() {
  const { accountId, month } = useParams();
  const { company } = useCurrentCompany();
  const today = useToday();
  if (!accountId || !month) {
    const lane = today.data?.lanes.find((l) => l.standing !== 'UP_TO_DATE') ?? today.data?.lanes[0];
    if (!today.data) {
      return null;
    }
    return lane ? (
      <Navigate to={`/reconcile/${lane.accountId}/${lane.nextMonth}`} replace />
    ) : (
      <div className="page">
        <section className="sheet empty">
          <h1>{say('reconcile.nothingToReconcileYet')}</h1>
          <p>{say('reconcile.reconcilingBeginsWithABankAccountAn')}</p>
        </section>
      </div>
    );
  }
  const place = { companyId: company.id, accountId: Number(accountId), month };
  return (
    <div className="bench">
      <AccountRail accountId={place.accountId} to={(a, m) => `/reconcile/${a}/${m}`} />
      <MonthWork key={`${accountId}/${month}`} place={place} />
    </div>
  );
}
