import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate, UNREADABLE } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useFilters } from '../shared/useFilters';
import { Wave } from '../shared/Wave';
import { say } from '../words';
import type { WorkPaperView } from './api';

const SITTING = 'SITTING';

type AccountList = 'PROOF' | 'OUTSTANDING' | 'DECIDED' | 'RETURNED' | 'CHECKS';

const LISTS: [string, string][] = [
  ['PROOF', say('workpaper.statementOfTheProof')],
  ['OUTSTANDING', say('workpaper.outstandingByAge')],
  ['DECIDED', say('workpaper.decided')],
  ['RETURNED', say('workpaper.returned')],
  ['CHECKS', say('workpaper.checkNumbers')],
  [SITTING, say('workpaper.whatIBooked')],
];

/** The lists that are kept with a month: each with its figures, and what they are held against. */
export default function WorkPapersPage() {
  const { company, session } = useCurrentCompany();
  const accounts = useBankAccounts();
  const [f, set] = useFilters(['list', 'account', 'at']);
  const list = f.list || 'PROOF';
  const account = f.account || String(accounts.data?.find((a) => a.active)?.id ?? '');
  const at = f.at || (list === SITTING ? session.businessDate : lastMonthEnd(session.businessDate));
  const path =
    list === SITTING ? `/sitting?day=${at}` : `/bank-accounts/${account}/work-papers/${list}?at=${at}`;
  const base = `/api/v1/companies/${company.id}`;
  const known = at !== UNREADABLE && (list === SITTING || account !== '');
  const paper = useQuery({
    queryKey: [...keys.company(company.id), 'work paper', path],
    queryFn: () => ask(company.id, list, Number(account), at),
    enabled: known,
    retry: false,
  });
  const file = base + path.replace('?', '/file?');
  return (
    <div className="page">
      <h1>{say('workpaper.listsForTheFile')}</h1>
      <div className="d-flex gap-3 flex-wrap align-items-start mb-3">
        <ChoiceField
          label={say('workpaper.list')}
          value={list}
          choices={LISTS}
          // the day stays; what one booked is another day's matter
          onChange={(next) =>
            set({ list: next, ...((next === SITTING) !== (list === SITTING) && { at: '' }) })
          }
        />
        {list !== SITTING && (
          <ChoiceField
            label={say('workpaper.bankAccount')}
            value={account}
            choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
            onChange={(next) => set({ account: next })}
          />
        )}
        <DateField
          label={say('workpaper.at')}
          value={at}
          today={session.businessDate}
          onChange={(next) => set({ at: next })}
        />
      </div>
      <Problems error={paper.error} />
      {paper.data && (
        <>
          <p className="take-away">
            <span className="quiet">{say('workpaper.takeItAs')}</span>{' '}
            <a href={`${file}&form=PDF`}>{say('workpaper.pdfToSign')}</a>,{' '}
            <a href={`${file}&form=XLSX`}>{say('workpaper.xlsx')}</a>,{' '}
            <a href={`${file}&form=CSV`}>{say('workpaper.csv')}</a>
          </p>
          <Paper paper={paper.data} />
        </>
      )}
    </div>
  );
}

function ask(companyId: number, list: string, accountId: number, at: string): Promise<WorkPaperView> {
  return list === SITTING
    ? data(
        api.GET('/api/v1/companies/{companyId}/sitting', {
          params: { path: { companyId }, query: { day: at } },
        }),
      )
    : data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/work-papers/{kind}', {
          params: { path: { companyId, accountId, kind: list as AccountList }, query: { at } },
        }),
      );
}

/** The last day of the month before a day. */
function lastMonthEnd(day: string): string {
  const [year = 0, month = 1] = day.split('-').map(Number);
  return new Date(Date.UTC(year, month - 1, 0)).toISOString().slice(0, 10);
}

function Paper({ paper }: { paper: WorkPaperView }) {
  return (
    <article className="paper" aria-label={paper.title}>
      <h2>
        {paper.title}{' '}
        <small>
          {say('workpaper.ofAt', { of: paper.of, at: fullDate(paper.at), currency: paper.currency })}
        </small>
      </h2>
      <div className="paper-sums">
        <table className="plain">
          <caption className="visually-hidden">{say('workpaper.sums')}</caption>
          <tbody>
            {paper.figures.map((x) => (
              <tr key={x.words} className={x.sum ? 'sum' : undefined}>
                <th scope="row">{x.words}</th>
                <td className="num">{report(x.amount)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {paper.ties.length > 0 && (
          <table className="plain">
            <caption>{say('workpaper.heldAgainst')}</caption>
            <tbody>
              {paper.ties.map((t) => (
                <tr key={t.left + t.right}>
                  <th scope="row">{t.left}</th>
                  <td className="num">{t.leftFigure}</td>
                  <td>
                    <Wave holds={t.agrees} />
                    <span className="visually-hidden">
                      {t.agrees ? say('workpaper.agrees') : say('workpaper.doesNotAgree')}
                    </span>
                  </td>
                  <th scope="row">{t.right}</th>
                  <td className={t.agrees ? 'num' : 'num attention'}>{t.rightFigure}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
      {paper.sections.map((s) => (
        <section key={s.title} aria-label={s.title}>
          <h3>{s.title}</h3>
          {s.rows.length === 0 ? (
            <p className="quiet">{say('workpaper.nothing')}</p>
          ) : (
            <table className="plain">
              <thead>
                <tr>
                  <th scope="col">{say('workpaper.date')}</th>
                  <th scope="col" className="num">
                    {say('workpaper.days')}
                  </th>
                  <th scope="col">{say('workpaper.what')}</th>
                  <th scope="col">{say('workpaper.detail')}</th>
                  <th scope="col" className="num">
                    {say('workpaper.amountIn', { currency: paper.currency })}
                  </th>
                </tr>
              </thead>
              <tbody>
                {s.rows.map((row, i) => (
                  <tr key={i}>
                    <td>{row.date && fullDate(row.date)}</td>
                    <td className="num">{row.days}</td>
                    <th scope="row">{row.title}</th>
                    <td>{row.detail}</td>
                    <td className="num">{row.date && report(row.amount)}</td>
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr className="sum">
                  <td colSpan={4}>{say('workpaper.inAll', { count: s.rows.length })}</td>
                  <td className="num">{report(s.total)}</td>
                </tr>
              </tfoot>
            </table>
          )}
        </section>
      ))}
    </article>
  );
}
