import type { CellProps, DetailsProps } from '../linebooking/kinds';
import { ROLES, upper, type Control } from '../shared/useBooks';
import type { PartyChoice } from './api';
import { CellParty, PartyField } from './PartyChooser';
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

function partyCell(control: Control) {
  return function PartyCell({ label, details, onDetails }: CellProps) {
    return (
      <CellParty
        label={label}
        empty={say('party.typeANameOrACode')}
        roles={[control]}
        partyId={(details as PartyChoice).partyId}
        onChange={(p) => onDetails({ partyId: p?.id }, p?.name)}
      />
    );
  };
}

export const CustomerCell = partyCell('RECEIVABLES');
export const SupplierCell = partyCell('PAYABLES');
export const EmployeeCell = partyCell('EMPLOYEES');
export const SisterCompanyCell = partyCell('SISTER_COMPANIES');

export const CustomerFields = partyFields('RECEIVABLES');
export const SupplierFields = partyFields('PAYABLES');
export const EmployeeFields = partyFields('EMPLOYEES');
export const SisterCompanyFields = partyFields('SISTER_COMPANIES');
