import { Button } from 'react-bootstrap';
import { PartyField } from '../party/PartyChooser';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField, TextField } from '../shared/fields';
import { accountChoices, ROLES, upper, useBankAccounts, useChart, type Control } from '../shared/useBooks';
import type { PartChoice, PartsChoice } from './api';
import type { DetailsProps } from './kinds';
import { placeOf, type PartPlace } from './parts';
import { say } from '../words';

const ROLES_OF_PARTS = Object.keys(ROLES) as Control[];

/** The parts of a line: each an amount, or a share of what the amounts leave. */
export function PartsFields({ details, onDetails, line, accountId }: DetailsProps) {
  const { parts } = details as PartsChoice;
  const onParts = (next: PartChoice[]) => onDetails({ parts: next });
  const change = (i: number, part: Partial<PartChoice>) =>
    onParts(parts.map((p, k) => (k === i ? { ...p, ...part } : p)));
  return (
    <fieldset className="mb-2">
      <legend>{say('linebooking.partsAmountsFirstThenSharesOfThe')}</legend>
      {parts.map((part, i) => (
        <div className="row g-2 mb-2 align-items-end" key={i}>
          <ChoiceField
            className="col-3"
            label={say('linebooking.part', { value: i + 1 })}
            value={placeOf(part)}
            choices={[
              ['ACCOUNT', say('linebooking.aLedgerAccount')],
              ...ROLES_OF_PARTS.map((r): [string, string] => [r, upper(ROLES[r][0])]),
              ['OWN', say('linebooking.anotherOwnAccount')],
            ]}
            onChange={(place) => onParts(parts.map((p, k) => (k === i ? moved(p, place as PartPlace) : p)))}
          />
          <PartTarget
            part={part}
            number={i + 1}
            own={line?.accountId ?? accountId}
            onChange={(more) => change(i, more)}
          />
          <TextField
            className="col-2"
            label={say('linebooking.amount')}
            money
            value={part.amount ?? ''}
            onChange={(v) => change(i, { amount: v || undefined })}
          />
          <TextField
            className="col-1"
            label={say('linebooking.orShare')}
            max={6}
            value={part.share ?? ''}
            onChange={(v) => change(i, { share: v || undefined })}
          />
          <div className="col-2">
            <Button
              size="sm"
              variant="outline-secondary"
              aria-label={say('linebooking.takePartOut', { value: i + 1 })}
              onClick={() => onParts(parts.filter((_, k) => k !== i))}
            >
              {say('linebooking.takeOut')}
            </Button>
          </div>
        </div>
      ))}
      <Button size="sm" variant="outline-secondary" onClick={() => onParts([...parts, { account: '' }])}>
        {say('linebooking.anotherPart')}
      </Button>
    </fieldset>
  );
}

/** The part goes elsewhere; how much it is stays. */
function moved({ amount, share }: PartChoice, place: PartPlace): PartChoice {
  const much = { ...(amount && { amount }), ...(share && { share }) };
  if (place === 'ACCOUNT') {
    return { ...much, account: '' };
  }
  return place === 'OWN' ? { ...much, otherBankAccountId: 0 } : { ...much, role: place };
}

function PartTarget({
  part,
  number,
  own,
  onChange,
}: {
  part: PartChoice;
  number: number;
  own: number | undefined;
  onChange: (more: Partial<PartChoice>) => void;
}) {
  const chart = useChart();
  const accounts = useBankAccounts();
  const place = placeOf(part);
  if (place === 'ACCOUNT') {
    return (
      <ChooserField
        className="col-4"
        label={say('linebooking.accountOfPart', { value: number })}
        empty={say('linebooking.choose')}
        value={part.account ?? ''}
        choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
        onChange={(account) => onChange({ account })}
      />
    );
  }
  if (place === 'OWN') {
    return (
      <ChoiceField
        className="col-4"
        label={say('linebooking.accountOfPart', { value: number })}
        empty={say('linebooking.choose')}
        value={part.otherBankAccountId ? String(part.otherBankAccountId) : ''}
        choices={(accounts.data ?? [])
          .filter((a) => a.active && a.id !== own)
          .map((a) => [String(a.id), a.name])}
        onChange={(v) => onChange({ otherBankAccountId: Number(v) })}
      />
    );
  }
  return (
    <PartyField
      className="col-4"
      label={say('linebooking.whoOfPart', { value: number })}
      empty={say('linebooking.choose')}
      roles={[place]}
      partyId={part.partyId}
      onChange={(p) => onChange({ partyId: p?.id })}
    />
  );
}
