import { TextField } from '../shared/fields';
import type { Control } from '../shared/useBooks';
import type { PartyCard, PartyRole } from './api';
import { takesInvoices } from './roles';
import { say } from '../words';

/** Name and address of somebody, with the code and terms of one of their roles. */
export function PartyCardFields({
  card,
  onChange,
}: {
  card: PartyCard;
  onChange: (part: Partial<PartyCard>) => void;
}) {
  return (
    <div className="row g-2">
      <TextField
        className="col-md-6"
        label={say('party.name')}
        max={120}
        value={card.name}
        onChange={(name) => onChange({ name })}
      />
      <TextField
        className="col-md-6"
        label={say('party.address')}
        max={500}
        value={card.address}
        onChange={(address) => onChange({ address })}
      />
      <RoleFields role={card} onChange={onChange} />
    </div>
  );
}

/** What each role has of its own. */
export function RoleFields({
  role,
  width = 'col-md-3',
  onChange,
}: {
  role: PartyRole;
  width?: string;
  onChange: (part: Partial<PartyRole>) => void;
}) {
  return (
    <>
      <TextField
        className={width}
        label={say('party.code')}
        max={20}
        value={role.code}
        hint={say('party.leftEmptyItIsMadeFromThe')}
        onChange={(code) => onChange({ code })}
      />
      {takesInvoices(role.control as Control) && (
        <>
          <TextField
            className={width}
            label={say('party.dueAfterDays')}
            value={String(role.dueDays)}
            onChange={(v) => onChange({ dueDays: Number(v) || 0 })}
          />
          <TextField
            className={width}
            label={say('party.earlyPaymentDiscount')}
            value={role.discountPercent}
            onChange={(discountPercent) => onChange({ discountPercent })}
          />
          <TextField
            className={width}
            label={say('party.whenPaidWithinDays')}
            value={String(role.discountDays)}
            onChange={(v) => onChange({ discountDays: Number(v) || 0 })}
          />
        </>
      )}
    </>
  );
}
