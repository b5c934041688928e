import { dateTime, longDate, shortDate } from '../shared/dates';
import { report } from '../shared/money';
import { say } from '../words';

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
  perBank: say('certify.perBank'),
  onTheWayBefore: say('certify.onTheWayBefore'),
  onTheWayNow: say('certify.onTheWayNow'),
  notPresentedBefore: say('certify.notPresentedBefore'),
  notPresentedNow: say('certify.notPresentedNow'),
  bankErrors: say('certify.bankErrors'),
  netted: say('certify.nettedInOneMovement'),
  adjustedBank: say('certify.adjustedBank'),
  perLedger: say('certify.perLedger'),
  notBookedIn: say('certify.atTheBankNotBookedIn'),
  notBookedOut: say('certify.atTheBankNotBookedOut'),
  ledgerErrors: say('certify.ledgerErrors'),
  adjustedLedger: say('certify.adjustedLedger'),
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
    <article className="paper-sheet" aria-label={say('certify.certificate')}>
      <div className="quiet">{c.company}</div>
      <h2>{say('certify.certificateOfReconciliation')}</h2>
      <div className="quiet">
        {say('certify.monthEnded', { account: c.account, currency: c.currency, to: longDate(c.to) })}
      </div>
      <table className="plain proof-rows mt-3">
        <caption className="visually-hidden">{say('certify.theProofBankSideAndLedgerSide')}</caption>
        <thead className="visually-hidden">
          <tr>
            <th scope="col">{say('certify.bankSide')}</th>
            <th scope="col">{say('certify.amount')}</th>
            <th scope="col">{say('certify.ledgerSide')}</th>
            <th scope="col">{say('certify.amount')}</th>
          </tr>
        </thead>
        <tbody>
          {(
            [
              [
                say('certify.balanceOnTheBankStatement'),
                p.bankBalance,
                say('certify.balanceInTheLedger'),
                p.ledgerBalance,
              ],
              [
                say('certify.onTheWay'),
                some(p.onTheWay),
                say('certify.atTheBankNotBookedIn'),
                some(p.notBookedIn),
              ],
              [
                say('certify.notPresented'),
                some(p.notPresented),
                say('certify.atTheBankNotBookedOut'),
                some(p.notBookedOut),
              ],
              [
                say('certify.bankErrorsToBePutRight'),
                some(p.bankErrors),
                say('certify.ledgerErrorsToBePutRight'),
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
            <th scope="row">{say('certify.adjustedBankBalance')}</th>
            <td className="num">{report(p.adjustedBank)}</td>
            <td>{say('certify.adjustedLedgerBalance')}</td>
            <td className="num">{report(p.adjustedLedger)}</td>
          </tr>
        </tbody>
      </table>
      <h3>{say('certify.proofOfCash')}</h3>
      <table className="plain">
        <caption className="visually-hidden">{say('certify.proofOfCashInFourColumns')}</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">{say('certify.row')}</span>
            </th>
            <th scope="col" className="num">
              {shortDate(c.from)}
            </th>
            <th scope="col" className="num">
              {say('certify.in')}
            </th>
            <th scope="col" className="num">
              {say('certify.out')}
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
      <Items title={say('certify.onTheWay')} group={p.onTheWay} />
      <Items title={say('certify.notPresented')} group={p.notPresented} />
      <Items title={say('certify.atTheBankNotBookedIn')} group={p.notBookedIn} />
      <Items title={say('certify.atTheBankNotBookedOut')} group={p.notBookedOut} />
      <Items title={say('certify.bankErrorsToBePutRight')} group={p.bankErrors} />
      <Items title={say('certify.ledgerErrorsToBePutRight')} group={p.ledgerErrors} />
      <div className="two mt-4">
        <div>
          <div className="quiet">{say('certify.preparedBy')}</div>
          <div className="signed">{prepared ? c.preparedBy.name : say('certify.notYet')}</div>
          <div className="quiet">{prepared && dateTime(c.preparedBy.at)}</div>
        </div>
        <div>
          <div className="quiet">{say('certify.certifiedBy')}</div>
          <div className="signed">{certified ? c.certifiedBy.name : say('certify.notYet')}</div>
          <div className="quiet">
            {certified && dateTime(c.certifiedBy.at)}
            {certified && c.onePerson && say('certify.onePersonPreparedAndCertifiedAsThis')}
          </div>
        </div>
      </div>
      <p className="seal">
        {seal
          ? say('certify.seal', { seal })
          : c.previousSeal
            ? say('certify.sealOfTheMonthBeforeTheSeal', { previousSeal: c.previousSeal })
            : say('certify.theSealIsMadeWhenTheMonth')}
      </p>
    </article>
  );
}

/** The total of a group; nothing where there is nothing in it. */
const some = (group: Group) => (group.items.length === 0 ? undefined : group.total);

function Figure({ amount }: { amount: string | undefined }) {
  return (
    <td className={amount === undefined ? 'num quiet' : 'num'}>
      {amount === undefined ? say('certify.none') : report(amount)}
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
            <th scope="row">{say('certify.total')}</th>
            <td className="num">{report(group.total)}</td>
          </tr>
        </tbody>
      </table>
    </>
  );
}
