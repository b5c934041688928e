import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { Link, useParams, useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { api, data } from '../shared/api';
import type { Place } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { ledgerKeys } from './keys';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { ExportLinks } from './ExportLinks';
import { say } from '../words';

type By = 'LINE' | 'DAY' | 'WEEK' | 'MONTH';

/** One account of the ledger over a span, with its running balance: line by line, or by day, week or month. */
export default function AccountPage() {
  const { id = '' } = useParams();
  const { session } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const today = session.businessDate;
  const span = {
    from: search.get('from') ?? `${today.slice(0, 4)}-01-01`,
    to: search.get('to') ?? today,
  };
  const by = (search.get('by') ?? 'LINE') as By;
  const set = (part: Record<string, string>) => setSearch({ ...span, by, ...part }, { replace: true });
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/ledger">{say('ledger.ledger')}</Link>
      </p>
      <Title id={Number(id)} />
      <div className="d-flex gap-3 mb-2 flex-wrap">
        <DateField
          label={say('ledger.from')}
          filter
          value={span.from}
          today={today}
          onChange={(from) => set({ from })}
        />
        <DateField
          label={say('ledger.to')}
          filter
          value={span.to}
          today={today}
          onChange={(to) => set({ to })}
        />
        <ChoiceField
          label={say('ledger.shownBy')}
          value={by}
          choices={[
            ['LINE', say('ledger.line')],
            ['DAY', say('ledger.day')],
            ['WEEK', say('ledger.week')],
            ['MONTH', say('ledger.month')],
          ]}
          onChange={(v) => set({ by: v })}
        />
        <div className="mt-4">
          <ExportLinks path={`/ledger/accounts/${id}/export?from=${span.from}&to=${span.to}`} />
        </div>
      </div>
      {by === 'LINE' ? (
        <Lines id={Number(id)} {...span} />
      ) : (
        <Periods id={Number(id)} length={by} {...span} drill={(from, to) => set({ from, to, by: 'LINE' })} />
      )}
      <ActivityOf type="ledger_account" id={Number(id)} />
    </div>
  );
}

function Title({ id }: { id: number }) {
  const { company } = useCurrentCompany();
  const chart = useQuery({
    queryKey: keys.chart(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/accounts', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const account = chart.data?.find((a) => a.id === id);
  return <h1>{account ? `${account.code} ${account.name}` : say('ledger.account')}</h1>;
}

interface Span {
  id: number;
  from: string;
  to: string;
}

function Lines({ id, from, to }: Span) {
  const { company } = useCurrentCompany();
  const ledger = useInfiniteQuery({
    queryKey: ledgerKeys.accountLines(company.id, id, from, to, 'lines'),
    initialPageParam: undefined as Place | undefined,
    queryFn: ({ pageParam }) =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/accounts/{ledgerAccountId}/lines', {
          params: {
            path: { companyId: company.id, ledgerAccountId: id },
            query: { from, to, afterDate: pageParam?.date, afterLine: pageParam?.lineId ?? 0 },
          },
        }),
      ),
    getNextPageParam: (last) => last.next,
  });
  const first = ledger.data?.pages[0];
  if (!first) {
    return <Problems error={ledger.error} />;
  }
  return (
    <div className="sheet">
      <table className="plain">
        <caption>
          {say('ledger.amountsInCreditBalancesInParentheses', { currency: company.currency })}
        </caption>
        <thead>
          <tr>
            <th scope="col">{say('ledger.date')}</th>
            <th scope="col">{say('ledger.entry')}</th>
            <th scope="col">{say('ledger.text')}</th>
            <th scope="col">{say('ledger.party')}</th>
            <th scope="col" className="num">
              {say('ledger.debit')}
            </th>
            <th scope="col" className="num">
              {say('ledger.credit')}
            </th>
            <th scope="col" className="num">
              {say('ledger.balance')}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>{fullDate(first.from)}</td>
            <td></td>
            <th scope="row">{say('ledger.openingBalance')}</th>
            <td></td>
            <td></td>
            <td></td>
            <td className="num">{report(first.opening)}</td>
          </tr>
          {ledger.data?.pages.flatMap((page) =>
            page.lines.map((line) => (
              <tr key={line.id}>
                <td>{fullDate(line.date)}</td>
                <td>
                  <Link to={`/ledger/entries/${line.entryId}`}>{line.entryNumber}</Link>
                </td>
                <th scope="row" className="cut" title={line.text}>
                  {line.text}
                </th>
                <td>{line.party}</td>
                <td className="num">{line.debit && grouped(line.debit)}</td>
                <td className="num">{line.credit && grouped(line.credit)}</td>
                <td className="num">{report(line.balance)}</td>
              </tr>
            )),
          )}
          {ledger.hasNextPage && (
            <tr>
              <td colSpan={7}>
                <Button
                  size="sm"
                  variant="outline-secondary"
                  disabled={ledger.isFetchingNextPage}
                  onClick={() => void ledger.fetchNextPage()}
                >
                  {say('ledger.showLaterLines')}
                </Button>
              </td>
            </tr>
          )}
          <tr className="sum">
            <td>{fullDate(first.to)}</td>
            <td></td>
            <th scope="row">{say('ledger.closingBalanceOfTheWholeSpan')}</th>
            <td></td>
            <td className="num">{grouped(first.debits)}</td>
            <td className="num">{grouped(first.credits)}</td>
            <td className="num">{report(first.closing)}</td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}

function Periods({
  id,
  from,
  to,
  length,
  drill,
}: Span & { length: Exclude<By, 'LINE'>; drill: (from: string, to: string) => void }) {
  const { company } = useCurrentCompany();
  const periods = useQuery({
    queryKey: ledgerKeys.accountLines(company.id, id, from, to, length),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/accounts/{ledgerAccountId}/periods', {
          params: {
            path: { companyId: company.id, ledgerAccountId: id },
            query: { length, from, to },
          },
        }),
      ),
  });
  const p = periods.data;
  if (!p) {
    return <Problems error={periods.error} />;
  }
  return (
    <div className="sheet" style={{ maxWidth: '62rem' }}>
      <table className="plain">
        <caption>
          {say('ledger.amountsInCreditBalancesInParentheses', { currency: company.currency })}
        </caption>
        <thead>
          <tr>
            <th scope="col">
              {length === 'DAY'
                ? say('ledger.day2')
                : length === 'WEEK'
                  ? say('ledger.week2')
                  : say('ledger.month2')}
            </th>
            <th scope="col" className="num">
              {say('ledger.opening')}
            </th>
            <th scope="col" className="num">
              {say('ledger.debits')}
            </th>
            <th scope="col" className="num">
              {say('ledger.credits')}
            </th>
            <th scope="col" className="num">
              {say('ledger.closing')}
            </th>
          </tr>
        </thead>
        <tbody>
          {p.periods.map((one) => (
            <tr key={one.from}>
              <th scope="row">
                <button type="button" className="as-link" onClick={() => drill(one.from, one.to)}>
                  {one.from === one.to
                    ? fullDate(one.from)
                    : say('ledger.to2', { from: fullDate(one.from), to: fullDate(one.to) })}
                </button>
              </th>
              <td className="num">{report(one.opening)}</td>
              <td className="num">{grouped(one.debits)}</td>
              <td className="num">{grouped(one.credits)}</td>
              <td className="num">{report(one.closing)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {p.periods.length === 0 && (
        <p className="quiet">
          {say('ledger.nothingMovedInThisSpanTheBalance', { closing: report(p.closing) })}
        </p>
      )}
    </div>
  );
}
