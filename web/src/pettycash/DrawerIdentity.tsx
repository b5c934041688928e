import { report } from '../shared/money';
import { say } from '../words';
import type { Identity } from './api';

const zero = (amount: string) => /^-?[0.]*$/.test(amount);

/** Where the float is: what should be in the drawer, and what stands for the rest. */
export function DrawerIdentity({ of }: { of: Identity }) {
  const parts: [key: string, amount: string, words: string][] = [
    ['cash', of.cash, say('pettycash.shouldBeInTheDrawer')],
    ['checks', of.checks, say('pettycash.checksHeld')],
    ['vouchers', of.vouchers, say('pettycash.vouchersSinceTheLastTopUp')],
    ['received', zero(of.received) ? of.received : `-${of.received}`, say('pettycash.receivedSince')],
    ['advanced', of.advanced, say('pettycash.advanced')],
    ['way', of.onTheWay, say('pettycash.topUpsOnTheWay')],
    ['short', of.overShort, say('pettycash.shortLessOver')],
    ['banked', of.banked, say('pettycash.takenToTheBank')],
    ['unpaid', of.floatDue, say('pettycash.floatNotPaidIn')],
  ];
  return (
    <div className="drawer-identity" role="group" aria-label={say('pettycash.whereTheFloatIs')}>
      {parts
        .filter(([key, amount]) => key === 'cash' || !zero(amount))
        .map(([key, amount, words]) => (
          <div
            key={key}
            className={`part ${key}`}
            // as wide as its share, but never so narrow that it cannot be read
            style={{ flexGrow: Math.max(1, Math.abs(Number(amount))) }}
          >
            <strong>{report(amount)}</strong>
            <span>{words}</span>
          </div>
        ))}
      <div className="part float">
        <strong>{report(of.floatAmount)}</strong>
        <span>{of.holds ? say('pettycash.floatAccountedFor') : say('pettycash.floatNotAccountedFor')}</span>
      </div>
    </div>
  );
}
