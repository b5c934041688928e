import type { DetailsProps } from '../linebooking/kinds';
import { useCurrentCompany } from '../session/session';
import { ChoiceField } from '../shared/fields';
import { useParties, type Control } from '../shared/useBooks';
import type { PartyChoice } from './api';

/** Whose money a bank line is. */
function partyFields(control: Control, label: string) {
  return function PartyFields({ details, onDetails }: DetailsProps) {
    const { session } = useCurrentCompany();
    const parties = useParties(control, session.businessDate);
    const rows = parties.data?.rows ?? [];
    const { partyId } = details as PartyChoice;
    return (
      <ChoiceField
        className="mb-2"
        label={label}
        empty="Choose"
        value={partyId ? String(partyId) : ''}
        choices={rows.map((r) => [String(r.party.id), r.party.name])}
        hint="It stays open on their account until it is applied."
        onChange={(v) =>
          onDetails(
            { partyId: v ? Number(v) : undefined },
            rows.find((r) => r.party.id === Number(v))?.party.name,
          )
        }
      />
    );
  };
}

export const CustomerFields = partyFields('RECEIVABLES', 'Customer');
export const SupplierFields = partyFields('PAYABLES', 'Supplier');
