import { dateTime, longDate, shortDate } from '../shared/dates';
import { report } from '../shared/money';

interface Item {
  date: string;
  title: string;
  amount: string;
  note?: string;
}
interface Group {
  total: string;
  items: Item[];
}
interface CashRow {
  name: string;
  opening: string;
  in: string;
  out: string;
  closing: string;
}
/** What a certificate says; the same tree that is sealed. */
interface Content {
  company: string;
  account: string;
  currency: string;
  month: string;
  from: string;
  to: string;
  previousSeal: string;
  proof: {
    bankBalance: string;
    adjustedBank: string;
    ledgerBalance: string;
    adjustedLedger: string;
    gap: string;
  } & Record<
    'onTheWay' | 'notPresented' | 'bankErrors' | 'notBookedIn' | 'notBookedOut' | 'ledgerErrors',
    Group
  >;
  proofOfCash: { bank: CashRow[]; adjustedBank: CashRow; ledger: CashRow[]; adjustedLedger: CashRow };
  preparedBy: { name: string; at: string };
  certifiedBy: { name: string; at: string };
  onePerson: boolean;
}

const ROWS: Record<string, string> = {
  perBank: 'Per bank',
  onTheWayBefore: 'On the way, before',
  onTheWayNow: 'On the way, now',
  notPresentedBefore: 'Not presented, before',
  notPresentedNow: 'Not presented, now',
  bankErrors: 'Bank errors',
  netted: 'Netted in one movement',
  adjustedBank: 'Adjusted bank',
  perLedger: 'Per ledger',
  notBookedIn: 'At the bank, not booked: in',
  notBookedOut: 'At the bank, not booked: out',
  ledgerErrors: 'Ledger errors',
  adjustedLedger: 'Adjusted ledger',
};

interface Props {
  content: { [key: string]: unknown };
  seal?: string;
  prepared: boolean;
  certified: boolean;
}

export function CertificateSheet({ content, seal, prepared, certified }: Props) {
  const c = content as unknown as Content;
  const p = c.proof;
  return (
    <article className="paper-sheet" aria-label="Certificate">
      <div className="quiet">{c.company}</div>
      <h2>Certificate of reconciliation</h2>
      <div className="quiet">
        {c.account}, {c.currency}, month ended {longDate(c.to)}
      </div>
      <table className="plain proof-rows mt-3">
        <caption className="visually-hidden">The proof, bank side and ledger side row by row</caption>
        <thead className="visually-hidden">
          <tr>
            <th scope="col">Bank side</th>
            <th scope="col">Amount</th>
            <th scope="col">Ledger side</th>
            <th scope="col">Amount</th>
          </tr>
        </thead>
        <tbody>
          {(
            [
              ['Balance on the bank statement', p.bankBalance, 'Balance in the ledger', p.ledgerBalance],
              ['On the way', some(p.onTheWay), 'At the bank, not booked: in', some(p.notBookedIn)],
              ['Not presented', some(p.notPresented), 'At the bank, not booked: out', some(p.notBookedOut)],
              [
                'Bank errors to be put right',
                some(p.bankErrors),
                'Ledger errors to be put right',
                some(p.ledgerErrors),
              ],
            ] as const
          ).map(([bank, ofBank, ledger, ofLedger]) => (
            <tr key={bank}>
              <th scope="row">{bank}</th>
              <Figure amount={ofBank} />
              <td>{ledger}</td>
              <Figure amount={ofLedger} />
            </tr>
          ))}
          <tr className="sum">
            <th scope="row">Adjusted bank balance</th>
            <td className="num">{report(p.adjustedBank)}</td>
            <td>Adjusted ledger balance</td>
            <td className="num">{report(p.adjustedLedger)}</td>
          </tr>
        </tbody>
      </table>
      <h3>Proof of cash</h3>
      <table className="plain">
        <caption className="visually-hidden">Proof of cash in four columns</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">Row</span>
            </th>
            <th scope="col" className="num">
              {shortDate(c.from)}
            </th>
            <th scope="col" className="num">
              In
            </th>
            <th scope="col" className="num">
              Out
            </th>
            <th scope="col" className="num">
              {shortDate(c.to)}
            </th>
          </tr>
        </thead>
        <tbody>
          {c.proofOfCash.bank.filter(happened).map((r) => (
            <Cash key={r.name} row={r} />
          ))}
          <Cash row={c.proofOfCash.adjustedBank} sum />
          {c.proofOfCash.ledger.filter(happened).map((r) => (
            <Cash key={r.name} row={r} />
          ))}
          <Cash row={c.proofOfCash.adjustedLedger} sum />
        </tbody>
      </table>
      <Items title="On the way" group={p.onTheWay} />
      <Items title="Not presented" group={p.notPresented} />
      <Items title="At the bank, not booked: in" group={p.notBookedIn} />
      <Items title="At the bank, not booked: out" group={p.notBookedOut} />
      <Items title="Bank errors to be put right" group={p.bankErrors} />
      <Items title="Ledger errors to be put right" group={p.ledgerErrors} />
      <div className="two mt-4">
        <div>
          <div className="quiet">Prepared by</div>
          <div className="signed">{prepared ? c.preparedBy.name : 'not yet'}</div>
          <div className="quiet">{prepared && dateTime(c.preparedBy.at)}</div>
        </div>
        <div>
          <div className="quiet">Certified by</div>
          <div className="signed">{certified ? c.certifiedBy.name : 'not yet'}</div>
          <div className="quiet">
            {certified && dateTime(c.certifiedBy.at)}
            {certified && c.onePerson && '; one person prepared and certified, as this company allows'}
          </div>
        </div>
      </div>
      <p className="seal">
        {seal
          ? `Seal ${seal}`
          : c.previousSeal
            ? `Seal of the month before: ${c.previousSeal}. The seal is made when the month is certified and contains it.`
            : 'The seal is made when the month is certified; it is the first of its chain.'}
      </p>
    </article>
  );
}

/** The total of a group; nothing where there is nothing in it. */
const some = (group: Group) => (group.items.length === 0 ? undefined : group.total);

function Figure({ amount }: { amount: string | undefined }) {
  return (
    <td className={amount === undefined ? 'num quiet' : 'num'}>
      {amount === undefined ? 'none' : report(amount)}
    </td>
  );
}

const isZero = (amount: string) => /^[0.,]*$/.test(amount);

/** Rows in which nothing happened say nothing. */
const happened = (r: CashRow) => ![r.opening, r.in, r.out, r.closing].every(isZero);

function Cash({ row, sum }: { row: CashRow; sum?: boolean }) {
  return (
    <tr className={sum ? 'sum' : ''}>
      <th scope="row">{ROWS[row.name] ?? row.name}</th>
      {[row.opening, row.in, row.out, row.closing].map((amount, i) => (
        <td key={i} className="num">
          {!sum && isZero(amount) ? '' : report(amount)}
        </td>
      ))}
    </tr>
  );
}

function Items({ title, group }: { title: string; group: Group }) {
  if (group.items.length === 0) {
    return null;
  }
  return (
    <>
      <h3>{title}</h3>
      <table className="plain">
        <caption className="visually-hidden">{title}</caption>
        <tbody>
          {group.items.map((item, i) => (
            <tr key={`${item.date}${item.title}${i}`}>
              <td>{shortDate(item.date)}</td>
              <th scope="row">
                {item.title}
                {item.note && <span className="quiet"> ({item.note})</span>}
              </th>
              <td className="num">{report(item.amount)}</td>
            </tr>
          ))}
          <tr className="sum">
            <td></td>
            <th scope="row">Total</th>
            <td className="num">{report(group.total)}</td>
          </tr>
        </tbody>
      </table>
    </>
  );
}
