import { Form } from 'react-bootstrap';
import { PartyField } from '../party/PartyChooser';
import { useCurrentCompany } from '../session/session';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { say } from '../words';
import type { NewMandate } from './api';
import { KINDS } from './words';

export interface MandateTyped extends Omit<NewMandate, 'noticeDays' | 'partyId'> {
  partyId?: number;
  noticeDays: string;
}

export const emptyMandate = (today: string): MandateTyped => ({
  reference: '',
  signedOn: today,
  holder: '',
  kind: 'ACH_BUSINESS',
  again: true,
  routing: '',
  accountNumber: '',
  savings: false,
  bic: '',
  most: '',
  noticeDays: '',
  note: '',
});

/** As it is sent; empty fields that may be absent are. */
export function sentMandate({ noticeDays, endsOn, partyId, ...rest }: MandateTyped): NewMandate {
  return {
    ...rest,
    partyId: partyId ?? 0,
    ...(noticeDays.trim() && { noticeDays: Number(noticeDays) }),
    ...(endsOn && { endsOn }),
  };
}

/** What a customer signs. */
export function MandateFields({
  value,
  onChange,
  ofParty,
}: {
  value: MandateTyped;
  onChange: (value: MandateTyped) => void;
  /** The customer cannot be another. */
  ofParty?: boolean;
}) {
  const { session } = useCurrentCompany();
  const set = (part: Partial<MandateTyped>) => onChange({ ...value, ...part });
  const sepa = value.kind.startsWith('SEPA');
  return (
    <div className="two-columns">
      {!ofParty && (
        <PartyField
          label={say('collection.customer')}
          roles={['RECEIVABLES']}
          partyId={value.partyId}
          empty={say('collection.chooseACustomer')}
          onChange={(p) => set({ ...(p && { partyId: p.id }) })}
        />
      )}
      <TextField
        label={say('collection.reference')}
        value={value.reference}
        max={35}
        hint={say('collection.referenceHint')}
        onChange={(reference) => set({ reference })}
      />
      <ChoiceField
        label={say('collection.kind')}
        value={value.kind}
        choices={Object.entries(KINDS)}
        onChange={(kind) => set({ kind: kind as MandateTyped['kind'] })}
      />
      <DateField
        label={say('collection.signedOn')}
        value={value.signedOn}
        today={session.businessDate}
        onChange={(signedOn) => set({ signedOn })}
      />
      <TextField
        label={say('collection.holder')}
        value={value.holder}
        max={70}
        hint={say('collection.holderHint')}
        onChange={(holder) => set({ holder })}
      />
      {sepa ? (
        <>
          <TextField
            label={say('collection.iban')}
            value={value.accountNumber}
            max={50}
            onChange={(accountNumber) => set({ accountNumber })}
          />
          <TextField
            label={say('collection.bic')}
            value={value.bic}
            max={20}
            hint={say('collection.bicHint')}
            onChange={(bic) => set({ bic })}
          />
        </>
      ) : (
        <>
          <TextField
            label={say('collection.routing')}
            value={value.routing}
            max={20}
            hint={say('collection.routingHint')}
            onChange={(routing) => set({ routing })}
          />
          <TextField
            label={say('collection.accountNumber')}
            value={value.accountNumber}
            max={17}
            onChange={(accountNumber) => set({ accountNumber })}
          />
          <ChoiceField
            label={say('collection.typeOfAccount')}
            value={value.savings ? 'savings' : 'checking'}
            choices={[
              ['checking', say('collection.checking')],
              ['savings', say('collection.savings')],
            ]}
            onChange={(type) => set({ savings: type === 'savings' })}
          />
        </>
      )}
      <ChoiceField
        label={say('collection.isFor')}
        value={value.again ? 'again' : 'once'}
        choices={[
          ['again', say('collection.againAndAgain')],
          ['once', say('collection.once')],
        ]}
        onChange={(use) => set({ again: use === 'again' })}
      />
      <TextField
        label={say('collection.atMost')}
        value={value.most}
        money
        max={40}
        hint={say('collection.atMostHint')}
        onChange={(most) => set({ most })}
      />
      <DateField
        label={say('collection.endsOn')}
        value={value.endsOn ?? ''}
        today={session.businessDate}
        optional
        onChange={(endsOn) => set({ endsOn })}
      />
      <TextField
        label={say('collection.noticeDays')}
        value={value.noticeDays}
        max={2}
        hint={say('collection.noticeDaysHint')}
        onChange={(days) => /^\d*$/.test(days) && set({ noticeDays: days })}
      />
      <Form.Group>
        <TextField
          label={say('collection.note')}
          value={value.note}
          max={400}
          onChange={(note) => set({ note })}
        />
      </Form.Group>
    </div>
  );
}
