import { useQuery } from '@tanstack/react-query';
import { useId, useState, type KeyboardEvent } from 'react';
import { Form } from 'react-bootstrap';
import { PartyField } from '../party/PartyChooser';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { ChooserField } from '../shared/Chooser';
import { UNREADABLE } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { typed as asTyped } from '../shared/money';
import { accountChoices, useChart } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import { keyOf, useTenders } from '../shared/useTenders';
import { TimesOf } from '../returned/TimesOf';
import { say } from '../words';
import type { NewReceipt, Proposal, Tender } from './api';

/** What is typed of one receipt among many. */
export interface Typed {
  tender: Tender;
  /** Of a tender that the company added. */
  tenderName?: string;
  partyId?: number;
  payer: string;
  amount: string;
  number: string;
  /** What it is for where nobody of the books paid. */
  account: string;
  text: string;
  /** Leaves it unapplied, whatever could be settled. */
  onAccount: boolean;
}

export const nothingTyped = (tender: Tender): Typed => ({
  tender,
  payer: '',
  amount: '',
  number: '',
  account: '',
  text: '',
  onAccount: false,
});

/** What the amount settles of the payer's open items, as the server proposes. */
export function useProposal(typed: Typed, date: string) {
  const { company } = useCurrentCompany();
  const known = useDebounced({ received: true, amount: typed.amount.trim(), date, numbers: '' });
  const asked = typed.partyId !== undefined && known.amount !== '' && date !== UNREADABLE;
  const proposal = useQuery({
    queryKey: [...keys.company(company.id), 'settlement-proposal', typed.partyId, known],
    queryFn: () =>
      send<Proposal>(
        'POST',
        `/api/v1/companies/${company.id}/parties/${typed.partyId}/settlement-proposal`,
        known,
      ),
    enabled: asked,
    retry: false,
  });
  return {
    ...proposal,
    /** Whether what is known belongs to what is typed. */
    current: !asked || (proposal.isFetched && known.amount === typed.amount.trim()),
  };
}

/** The receipt as the server takes it. */
export function receiptOf(
  typed: Typed,
  date: string,
  siteId: number | undefined,
  proposal: Proposal | undefined,
): NewReceipt {
  const anybody = typed.partyId === undefined;
  return {
    ...(typed.partyId !== undefined && { partyId: typed.partyId }),
    payer: typed.payer,
    date,
    account: '',
    amount: typed.amount.trim(),
    reference: typed.number.trim(),
    text: typed.text,
    ...(siteId !== undefined && { siteId }),
    items:
      anybody || typed.onAccount
        ? []
        : (proposal?.items ?? []).map((i) => ({
            itemId: i.itemId,
            amount: asTyped(i.amount),
            ...(i.discount !== undefined && { discount: asTyped(i.discount) }),
          })),
    lines: anybody
      ? [
          {
            account: typed.account,
            amount: typed.amount.trim(),
            taxCode: '',
            costCentre: '',
            text: typed.text,
          },
        ]
      : [],
    tender: typed.tender,
    ...(typed.tenderName && { tenderName: typed.tenderName }),
  };
}

export const isComplete = (t: Typed) =>
  t.amount.trim() !== '' && (t.partyId !== undefined || (t.payer.trim() !== '' && t.account !== ''));

/** Enter in a field goes on to the next, at the end to the button that receives it. */
export function enterGoesOn(e: KeyboardEvent<HTMLFormElement>) {
  const here = e.target as HTMLElement;
  if (e.key !== 'Enter' || e.ctrlKey || e.defaultPrevented || here.tagName !== 'INPUT') {
    return;
  }
  const inputs = [...e.currentTarget.querySelectorAll('input')].filter((i) => i.closest('.receipt-field'));
  const fields: HTMLElement[] = [
    ...inputs.filter((i) => i.type !== 'checkbox'),
    ...e.currentTarget.querySelectorAll<HTMLElement>('[type=submit]'),
  ];
  const next = fields[fields.indexOf(here) + 1];
  if (fields.includes(here) && next && here.getAttribute('aria-expanded') !== 'true') {
    e.preventDefault();
    next.focus();
  }
}

/** The fields of one receipt: who, how much, which number; Enter goes on to the next. */
export function ReceiptFields({
  typed,
  onChange,
  proposal,
}: {
  typed: Typed;
  onChange: (typed: Typed) => void;
  proposal: Proposal | undefined;
}) {
  const { company } = useCurrentCompany();
  const chart = useChart();
  const tenders = useTenders();
  const [named, setNamed] = useState(typed.payer !== '' && typed.partyId === undefined);
  const id = useId();
  const set = (part: Partial<Typed>) => onChange({ ...typed, ...part });
  return (
    <div className="row g-2">
      <TimesOf party={typed.partyId} />
      {named ? (
        <TextField
          className="col-md-4 receipt-field"
          label={say('deposit.fromAnybody')}
          max={120}
          value={typed.payer}
          onChange={(payer) => set({ payer })}
        />
      ) : (
        <PartyField
          className="col-md-4 receipt-field"
          label={say('deposit.from')}
          empty={say('deposit.typeANameOrACode')}
          partyId={typed.partyId}
          onChange={(p) => onChange({ ...without(typed), ...(p && { partyId: p.id }) })}
        />
      )}
      <TextField
        className="col-md-2 receipt-field"
        label={say('deposit.amountIn', { currency: company.currency })}
        money
        value={typed.amount}
        onChange={(amount) => set({ amount })}
      />
      <TextField
        className="col-md-2 receipt-field"
        label={typed.tender === 'CHECK' ? say('deposit.checkNumber') : say('deposit.number')}
        value={typed.number}
        onChange={(number) => set({ number })}
      />
      <TextField
        className="col-md-4"
        label={say('deposit.for')}
        max={400}
        value={typed.text}
        onChange={(text) => set({ text })}
      />
      {named && (
        <ChooserField
          className="col-md-4 receipt-field"
          label={say('deposit.whatItIsFor')}
          empty={say('deposit.chooseAnAccount')}
          value={typed.account}
          choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
          onChange={(account) => set({ account })}
        />
      )}
      <ChoiceField
        className="col-md-2"
        label={say('deposit.tender')}
        value={keyOf(typed.tender, typed.tenderName)}
        choices={tenders.all.map((t) => [t.key, t.one])}
        onChange={(key) => {
          const t = tenders.of(key);
          if (t) set({ tender: t.kind, tenderName: t.name });
        }}
      />
      <div className="col-md-6 d-flex align-items-end pb-1">
        <button
          type="button"
          className="as-link"
          onClick={() => {
            setNamed(!named);
            onChange({ ...without(typed), payer: '', account: '' });
          }}
        >
          {named ? say('deposit.fromSomebodyOnTheBooks') : say('deposit.fromAnybodyElse')}
        </button>
      </div>
      {typed.partyId !== undefined && proposal?.told && (
        <div className="told" role="status">
          {typed.onAccount ? say('deposit.staysUnapplied') : proposal.told}{' '}
          {proposal.items.length > 0 && (
            <Form.Check
              inline
              id={id}
              className="ms-2"
              label={say('deposit.settleNothingYet')}
              checked={typed.onAccount}
              onChange={(e) => set({ onAccount: e.target.checked })}
            />
          )}
        </div>
      )}
    </div>
  );
}

/** The same without whoever was chosen. */
function without(typed: Typed): Typed {
  const rest = { ...typed };
  delete rest.partyId;
  return rest;
}
