import type { DetailsProps } from '../linebooking/kinds';
import { ROLES, upper, type Control } from '../shared/useBooks';
import type { PartyChoice } from './api';
import { PartyField } from './PartyChooser';
import { say } from '../words';

/** Whose money a bank line is. */
function partyFields(control: Control) {
  return function PartyFields({ details, onDetails }: DetailsProps) {
    const { partyId } = details as PartyChoice;
    return (
      <PartyField
        className="mb-2"
        label={upper(ROLES[control][0])}
        empty={say('party.typeANameOrACode')}
        roles={[control]}
        partyId={partyId}
        hint={say('party.itStaysOpenOnTheirAccountUntil')}
        onChange={(p) => onDetails({ partyId: p?.id }, p?.name)}
      />
    );
  };
}

export const CustomerFields = partyFields('RECEIVABLES');
export const SupplierFields = partyFields('PAYABLES');
export const EmployeeFields = partyFields('EMPLOYEES');
export const SisterCompanyFields = partyFields('SISTER_COMPANIES');
