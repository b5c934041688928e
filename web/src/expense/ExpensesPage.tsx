import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { addDays, fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { FileButton, FileDrop } from '../shared/FileDrop';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SearchForm } from '../shared/SearchForm';
import { filled, useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { ExpenseRow } from './api';
import { carry } from './dropped';
import { expenseKeys } from './keys';
import { WAYS, waitsWords } from './words';

const NAMES = ['kind', 'from', 'to', 'paidBy', 'missing', 'text'] as const;

/** All expenses, newest first: what has no picture, no bank line, and what is owed. */
export default function ExpensesPage() {
  const { company, session, canPrepare } = useCurrentCompany();
  const navigate = useNavigate();
  const [f, set] = useFilters(NAMES);
  const today = session.businessDate;
  const kind = f.kind === 'MOVEMENT' ? 'MOVEMENT' : 'EXPENSE';
  const from = f.from || addDays(`${today.slice(0, 7)}-01`, -92);
  const query = {
    kind,
    from,
    to: f.to || addDays(today, 60),
    text: f.text,
    ...(f.paidBy && { paidBy: f.paidBy as ExpenseRow['paidBy'] }),
    ...(f.missing && { missing: f.missing as 'PICTURE' | 'BANK_LINE' | 'PAID_BACK' }),
  } as const;
  const list = useQuery({
    queryKey: expenseKeys.list(company.id, query),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/expenses', {
          params: { path: { companyId: company.id }, query },
        }),
      ),
    placeholderData: (before) => before,
  });
  const open = (file: File) => {
    carry(file);
    void navigate('/expenses/new');
  };
  return (
    <FileDrop enabled={canPrepare} label={say('expense.dropThePictureOfAnExpense')} onFile={open}>
      <div className="page">
        <h1>{kind === 'MOVEMENT' ? say('expense.bankMovements') : say('expense.expenses')}</h1>
        {canPrepare && (
          <div className="actions mb-2">
            <Link
              className="btn btn-primary"
              to={kind === 'MOVEMENT' ? '/bank-movements/new' : '/expenses/new'}
            >
              {kind === 'MOVEMENT' ? say('expense.newBankMovement') : say('expense.newExpense')}
            </Link>
            {kind === 'EXPENSE' && (
              <>
                <FileButton label={say('expense.fromAPicture')} onFile={open} />
                <Link className="btn btn-outline-secondary" to="/expenses/file">
                  {say('expense.fromAFile')}
                </Link>
              </>
            )}
          </div>
        )}
        <div className="d-flex gap-3 flex-wrap align-items-start">
          <ChoiceField
            label={say('expense.show')}
            value={kind}
            choices={[
              ['EXPENSE', say('expense.expenses')],
              ['MOVEMENT', say('expense.bankMovementsTypedByHand')],
            ]}
            onChange={(k) => set({ kind: k })}
          />
          <ChoiceField
            label={say('expense.paidBy')}
            empty={say('expense.any')}
            value={f.paidBy}
            choices={Object.entries(WAYS)}
            onChange={(paidBy) => set({ paidBy })}
          />
          <ChoiceField
            label={say('expense.missing')}
            empty={say('expense.anything')}
            value={f.missing}
            choices={[
              ['PICTURE', say('expense.noPicture')],
              ['BANK_LINE', say('expense.noBankLine')],
              ['PAID_BACK', say('expense.notPaidBack')],
            ]}
            onChange={(missing) => set({ missing })}
          />
          <DateField
            label={say('expense.from')}
            filter
            value={from}
            today={today}
            onChange={(day) => set({ from: day })}
          />
          <DateField
            label={say('expense.to')}
            filter
            value={query.to}
            today={today}
            onChange={(day) => set({ to: day })}
          />
        </div>
        <div className="d-flex gap-3 flex-wrap align-items-start">
          <SearchForm label={say('expense.find')} text={f.text} onFind={(text) => set({ text })} />
          <ExportLinks path={`/expenses/file?${new URLSearchParams(filled(query)).toString()}`} />
        </div>
        <Problems error={list.error} />
        {list.data && (
          <div className="sheet">
            <table className="plain">
              <caption>
                {say('expense.inAll', { sum: grouped(list.data.sum), currency: company.currency })}
                {list.data.withoutPicture > 0 &&
                  `; ${say('expense.withoutPicture', { count: list.data.withoutPicture })}`}
                {list.data.withoutLine > 0 &&
                  `; ${say('expense.withoutBankLine', { count: list.data.withoutLine })}`}
                {list.data.owed > 0 && `; ${say('expense.owed', { count: list.data.owed })}`}
              </caption>
              <thead>
                <tr>
                  <th scope="col">{say('expense.number')}</th>
                  <th scope="col">{say('expense.day')}</th>
                  <th scope="col">{say('expense.payee')}</th>
                  <th scope="col">{say('expense.paidBy')}</th>
                  <th scope="col" className="num">
                    {say('expense.amount')}
                  </th>
                  <th scope="col" className="num">
                    {say('expense.pictures')}
                  </th>
                  <th scope="col">{say('expense.whereItStands')}</th>
                </tr>
              </thead>
              <tbody>
                {list.data.rows.map((r) => (
                  <tr key={r.id} className={r.reversed ? 'undone' : ''}>
                    <th scope="row">
                      <Link to={`/expenses/${r.id}`}>{r.number}</Link>
                    </th>
                    <td>{fullDate(r.date)}</td>
                    <td>
                      {r.who}
                      {r.text && <div className="quiet">{r.text}</div>}
                    </td>
                    <td>
                      {WAYS[r.paidBy]}
                      <div className="quiet">{r.paidFrom}</div>
                    </td>
                    <td className="num">
                      {r.in && '+'}
                      {grouped(r.amount)}
                    </td>
                    <td className="num">{r.pictures || '–'}</td>
                    <td>{waitsWords(r)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {list.data.rows.length === 0 && <p className="p-3 mb-0">{say('expense.noneOfThese')}</p>}
            {list.data.more && <p className="p-3 mb-0">{say('expense.moreThanAreShown')}</p>}
          </div>
        )}
      </div>
    </FileDrop>
  );
}
