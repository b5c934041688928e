import type { DetailsProps } from '../linebooking/kinds';
import { ChoiceField } from '../shared/fields';
import { partyChoices, ROLES, upper, usePartyNames, type Control } from '../shared/useBooks';
import type { PartyChoice } from './api';

/** Whose money a bank line is. */
function partyFields(control: Control) {
  return function PartyFields({ details, onDetails }: DetailsProps) {
    const names = usePartyNames();
    const { partyId } = details as PartyChoice;
    return (
      <ChoiceField
        className="mb-2"
        label={upper(ROLES[control][0])}
        empty="Choose"
        value={partyId ? String(partyId) : ''}
        choices={partyChoices(names.data, control)}
        hint="It stays open on their account until it is applied."
        onChange={(v) =>
          onDetails({ partyId: v ? Number(v) : undefined }, names.data?.find((n) => n.id === Number(v))?.name)
        }
      />
    );
  };
}

export const CustomerFields = partyFields('RECEIVABLES');
export const SupplierFields = partyFields('PAYABLES');
export const EmployeeFields = partyFields('EMPLOYEES');
export const SisterCompanyFields = partyFields('SISTER_COMPANIES');
