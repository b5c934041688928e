import { Link, useNavigate } from 'react-router';
import { WatchedAccounts } from '../clearing/WatchedAccounts';
import { carry, isPaper } from '../expense/dropped';
import { useCurrentCompany } from '../session/session';
import type { Task } from './api';
import { longDate } from '../shared/dates';
import { FileButton, FileDrop, Reading } from '../shared/FileDrop';
import { Problems } from '../shared/Problems';
import { useTaking } from '../statements/useTaking';
import { AccountLanes } from './AccountLanes';
import { useToday } from './useToday';
import { say } from '../words';

function placeOf(task: Task): string {
  switch (task.place) {
    case 'APPROVALS':
      return '/approvals';
    case 'DISK':
      return '/activity';
    case 'ARRIVALS':
      return `/statements${task.accountId ? `?account=${task.accountId}` : ''}`;
    case 'IN_HAND':
      return '/receipts-in-hand';
    case 'OPEN_SLIPS':
      return `/slips/${task.accountId}`;
    case 'BANKED_SLIPS':
      return '/slips?state=BANKED';
    case 'CARD_TAKINGS':
      return `/card-takings?processor=${task.accountId}`;
    case 'STALE_CHECKS':
      return '/outstanding-checks?stage=STALE';
    case 'UNCLAIMED_MONEY':
      return '/unclaimed-money?state=HELD';
    case 'IN_TRANSIT':
      return `/in-transit?account=${task.accountId}`;
    case 'COLLECTION_RUNS':
      return `/collections/${task.accountId}`;
    case 'BANK_ANSWERS':
      return '/collections/answers';
    case 'MANDATES':
      return '/mandates';
    case 'DUE':
      return '/payments?state=WAITS_FOR_DATE';
    case 'RECONCILE':
      return `/reconcile/${task.accountId}/${task.month}`;
    case 'CERTIFY':
      return `/certify/${task.accountId}/${task.month}`;
    case 'STATEMENTS':
      return `/reconcile/${task.accountId}/${task.month}`;
  }
}

export function TodayPage() {
  const { canPrepare, canAdminister } = useCurrentCompany();
  const today = useToday();
  const take = useTaking();
  const navigate = useNavigate();
  // a picture is one of an expense; all else is a statement
  const bring = (given: { file: File; account?: number }) => {
    if (isPaper(given.file)) {
      carry(given.file);
      void navigate('/expenses/new');
    } else {
      take.mutate(given);
    }
  };
  if (!today.data) {
    return <Problems error={today.error} />;
  }
  const { lanes, tasks, inTransit, businessDate } = today.data;
  return (
    <FileDrop
      enabled={canPrepare}
      label={say('today.dropAStatementTheAccountIsFound')}
      onFile={(file) => bring({ file })}
    >
      <div className="page">
        <h1>{longDate(businessDate)}</h1>
        {take.isPending && <Reading name={take.variables.file.name} />}
        <Problems error={take.error} title={say('today.theFileWasNotTakenNothingWas')} />
        {lanes.length === 0 ? (
          <section className="sheet empty">
            <h2>{say('today.noBankAccountYet')}</h2>
            <p>{say('today.todayShowsWhereEveryAccountStandsIt')}</p>
            {canAdminister && (
              <Link className="btn btn-primary" to="/set-up">
                {say('today.addABankAccount')}
              </Link>
            )}
          </section>
        ) : (
          <AccountLanes
            view={today.data}
            onFile={(file, account) => bring({ file, account })}
            canDrop={canPrepare}
          />
        )}
        {lanes.length > 0 && (
          <section className="sheet">
            <div className="d-flex justify-content-between align-items-baseline">
              <h2>{say('today.needsAHand')}</h2>
              {canPrepare && (
                <FileButton label={say('today.readAStatementFile')} onFile={(file) => bring({ file })} />
              )}
            </div>
            {tasks.length === 0 && <p className="quiet">{say('today.nothingEveryAccountIsUpToDate')}</p>}
            <ul className="tasks">
              {tasks.map((task) => (
                <li key={`${task.accountId}${task.account}${task.place}`}>
                  <span>
                    <strong>{task.account}:</strong> {task.words}
                  </span>
                  <Link
                    className={`btn ${task === tasks[0] ? 'btn-primary' : 'btn-outline-secondary'}`}
                    to={placeOf(task)}
                  >
                    {task.button}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
        {inTransit.length > 0 && (
          <section className="sheet" aria-label={say('clearing.inTransit')}>
            <h2>{say('clearing.inTransit')}</h2>
            <WatchedAccounts accounts={inTransit} />
          </section>
        )}
      </div>
    </FileDrop>
  );
}
