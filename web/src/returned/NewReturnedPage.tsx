import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { BookingForm } from '../draft/BookingForm';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate, shortDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { grouped, report, typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { CameBack, ReasonChoice, ReturnedMade, ReturnedOriginal, ReturnedProposal } from './api';
import { useOriginals, useProposal, useReasons, useReturnedTerms } from './useReturned';

const chosen = (o: ReturnedOriginal): CameBack['originals'][number] =>
  o.receiptId
    ? { receiptId: o.receiptId }
    : o.collectionId
      ? { collectionId: o.collectionId }
      : { entryId: o.entryId };

/** Something came back: from the bank's line, from the receipt or from the customer; found, booked and matched in one step. */
export default function NewReturnedPage() {
  const { company, session } = useCurrentCompany();
  const [search] = useSearchParams();
  const draft = useDraft('RETURNED_ITEM');
  const form = draft.form as CameBack | undefined;
  const line = Number(search.get('line') ?? form?.lineId ?? 0);
  const receipt = Number(search.get('receipt') ?? 0);
  const collection = Number(search.get('collection') ?? 0);
  const proposal = useProposal(line, true);
  const terms = useReturnedTerms();
  const reasons = useReasons();
  const named =
    form?.originals ??
    (receipt ? [{ receiptId: receipt }] : collection ? [{ collectionId: collection }] : []);
  const known = useQueries({
    queries: named.map((o) => ({
      queryKey: [...keys.company(company.id), 'what may come back', o],
      queryFn: () =>
        data(
          api.GET('/api/v1/companies/{companyId}/returned-items/originals', {
            params: {
              path: { companyId: company.id },
              query: {
                receipt: o.receiptId ?? undefined,
                collection: o.collectionId ?? undefined,
                entry: o.entryId ?? undefined,
              },
            },
          }),
        ),
    })),
  });
  const waiting =
    draft.waiting ||
    (line > 0 && proposal.isPending) ||
    terms.isPending ||
    reasons.isPending ||
    known.some((k) => k.isPending);
  const error = draft.error ?? proposal.error ?? terms.error ?? reasons.error;
  if (waiting || error || !terms.data || !reasons.data) {
    return <Problems error={error} />;
  }
  const first = proposal.data?.clear ? proposal.data.explanations[0] : undefined;
  const picked =
    known.length > 0 ? known.flatMap((k) => k.data?.slice(0, 1) ?? []) : (first?.originals ?? []);
  const beside = proposal.data?.beside;
  const initial: CameBack = {
    ...(line > 0 ? { lineId: line } : { date: session.businessDate }),
    originals: picked.map(chosen),
    bankFee: typed(first?.fee || (beside && !beside.several ? beside.amount : '')),
    ...(beside && !beside.several && !first?.fee && { feeLineId: beside.lineId }),
    ourFee: picked.length === 0 || picked.some((o) => o.charged) ? typed(terms.data.ourFee) : '',
    reason: proposal.data?.reason ?? '',
    reasonText: '',
    note: '',
    ...form,
  };
  return (
    <Came
      key={draft.draft?.id ?? line}
      initial={initial}
      first={picked}
      proposal={proposal.data}
      reasons={reasons.data}
      party={Number(search.get('party') ?? 0)}
      draft={draft.draft}
    />
  );
}

function Came({
  initial,
  first,
  proposal,
  reasons,
  party,
  draft,
}: {
  initial: CameBack;
  first: ReturnedOriginal[];
  proposal?: ReturnedProposal;
  reasons: ReasonChoice[];
  party: number;
  draft: ReturnType<typeof useDraft>['draft'];
}) {
  const { session } = useCurrentCompany();
  const terms = useReturnedTerms();
  const [form, setForm] = useState(initial);
  const [picked, setPicked] = useState(first);
  const set = (part: Partial<CameBack>) => setForm({ ...form, ...part });
  const pick = (originals: ReturnedOriginal[], fee?: string) => {
    setPicked(originals);
    setForm({
      ...form,
      originals: originals.map(chosen),
      ourFee:
        originals.length === 0 || originals.some((o) => o.charged)
          ? form.ourFee || typed(terms.data?.ourFee ?? '')
          : '',
      ...(fee && { bankFee: typed(fee), feeLineId: undefined }),
    });
  };
  const beside = proposal?.beside;
  const left = picked.filter((o) => !o.charged);
  const again = picked.filter((o) => o.times > 0);
  return (
    <BookingForm<CameBack, ReturnedMade>
      title={say('returned.somethingCameBack')}
      back={
        proposal
          ? [`/reconcile/${proposal.accountId}/${proposal.date.slice(0, 7)}`, say('returned.toTheLadder')]
          : ['/returned-items', say('returned.returnedItems')]
      }
      kind="RETURNED_ITEM"
      path="/returned-items"
      body={form}
      ready={form.originals.length > 0}
      button={form.lineId ? say('returned.bookAndMatch') : say('returned.bookIt')}
      draft={draft}
      booked={(r) => r.booked}
      done={(r) => (r.itemIds[0] ? `/returned-items/${r.itemIds[0]}` : '/returned-items')}
    >
      {proposal && (
        <p className="told">
          {say('returned.theLine', {
            date: fullDate(proposal.date),
            text: proposal.text,
            amount: grouped(proposal.amount),
            account: proposal.account,
          })}
        </p>
      )}
      {proposal && proposal.explanations.length > 0 && (
        <fieldset className="mb-3">
          <legend className="form-label">{say('returned.whichItWas')}</legend>
          {proposal.explanations.map((e, i) => (
            <Form.Check
              key={i}
              type="radio"
              id={`explanation-${i}`}
              name="explanation"
              className="mb-2"
              checked={
                e.originals.length === picked.length &&
                e.originals.every((o) => picked.some((p) => p.key === o.key))
              }
              onChange={() => pick(e.originals, e.fee)}
              label={
                <>
                  {e.originals.map((o) => (
                    <span key={o.key} className="d-block">
                      <strong>{say('returned.numberOfPayer', { number: o.number, payer: o.payer })}</strong>,{' '}
                      {grouped(o.amount)}
                    </span>
                  ))}
                  <span className="quiet">{e.evidence.join(' · ')}</span>
                </>
              }
            />
          ))}
          {!proposal.clear && <p className="hint">{say('returned.noneStandsOutChoose')}</p>}
        </fieldset>
      )}
      {proposal && proposal.explanations.length === 0 && (
        <p className="attention">{say('returned.nothingThatWasBankedFits')}</p>
      )}
      <Picked picked={picked} onPick={pick} />
      <Find party={party} picked={picked} onPick={(o) => pick([...picked, o])} />
      {again.map((o) => (
        <p key={o.key} className="attention mb-1">
          {say('returned.timesOfPayer', { payer: o.payer, count: o.times })}
        </p>
      ))}
      <div className="row g-3 mb-2">
        {!form.lineId && (
          <div className="col-md-4">
            <DateField
              label={say('returned.cameBackOn')}
              value={form.date ?? ''}
              today={session.businessDate}
              onChange={(date) => set({ date })}
            />
          </div>
        )}
        {!form.netted && (
          <TextField
            className="col-md-4"
            money
            label={say('returned.bankFee')}
            max={40}
            value={form.bankFee}
            hint={say('returned.whatTheBankTook')}
            onChange={(bankFee) => set({ bankFee })}
          />
        )}
        <TextField
          className="col-md-4"
          money
          label={say('returned.ourFee')}
          max={40}
          value={form.ourFee}
          hint={
            left.length > 0
              ? say('returned.isNotCharged', { payer: left.map((o) => o.payer).join(', ') })
              : say('returned.chargedToTheCustomer')
          }
          onChange={(ourFee) => set({ ourFee })}
        />
      </div>
      {!form.lineId && picked.length > 0 && picked.every((o) => o.collectionId) && (
        <Form.Check
          id="kept-back"
          className="mb-3"
          checked={form.netted ?? false}
          onChange={(e) => set({ netted: e.target.checked, ...(e.target.checked && { bankFee: '' }) })}
          label={say('returned.keptBackFromTheCredit')}
        />
      )}
      {beside && (
        <Form.Check
          id="fee-beside"
          className="mb-3"
          checked={form.feeLineId === beside.lineId}
          onChange={(e) =>
            set(
              e.target.checked
                ? { feeLineId: beside.lineId, bankFee: typed(beside.amount) }
                : { feeLineId: undefined, bankFee: '' },
            )
          }
          label={say('returned.itsFeeIsTheLine', {
            date: shortDate(beside.date),
            text: beside.text,
            amount: grouped(beside.amount),
          })}
        />
      )}
      <div className="row g-3 mb-2">
        <ChoiceField
          className="col-md-6"
          label={say('returned.reason')}
          empty={say('returned.notTold')}
          value={form.reason}
          choices={reasons.map((r) => [r.code, r.words])}
          onChange={(reason) => set({ reason })}
        />
        <TextField
          className="col-md-6"
          label={say('returned.inOwnWords')}
          value={form.reasonText}
          onChange={(reasonText) => set({ reasonText })}
        />
        <TextField
          className="col-12"
          label={say('returned.note')}
          max={400}
          value={form.note}
          onChange={(note) => set({ note })}
        />
      </div>
    </BookingForm>
  );
}

function Picked({
  picked,
  onPick,
}: {
  picked: ReturnedOriginal[];
  onPick: (originals: ReturnedOriginal[]) => void;
}) {
  return picked.length === 0 ? null : (
    <table className="plain mb-2">
      <caption>{say('returned.whatCameBack')}</caption>
      <thead>
        <tr>
          <th scope="col">{say('returned.number')}</th>
          <th scope="col">{say('returned.payer')}</th>
          <th scope="col">{say('returned.banked')}</th>
          <th scope="col" className="num">
            {say('returned.amount')}
          </th>
          <th scope="col" aria-label={say('returned.leaveOut')} />
        </tr>
      </thead>
      <tbody>
        {picked.map((o) => (
          <tr key={o.key}>
            <th scope="row">{o.number}</th>
            <td>{o.payer}</td>
            <td className="text-nowrap">
              {shortDate(o.bankedOn)} <span className="quiet">{o.slip || o.account}</span>
            </td>
            <td className="num">{report(o.amount)}</td>
            <td>
              <button
                type="button"
                className="as-link"
                onClick={() => onPick(picked.filter((p) => p.key !== o.key))}
              >
                {say('returned.leaveOut')}
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Any other receipt that was banked, by typing. */
function Find({
  party,
  picked,
  onPick,
}: {
  party: number;
  picked: ReturnedOriginal[];
  onPick: (original: ReturnedOriginal) => void;
}) {
  const [text, setText] = useState('');
  const asked = useDebounced(text.trim());
  const found = useOriginals(
    { ...(asked && { text: asked }), ...(party > 0 && { party }) },
    asked !== '' || (party > 0 && picked.length === 0),
  );
  const rows = (found.data ?? []).filter((o) => !picked.some((p) => p.key === o.key)).slice(0, 8);
  return (
    <div className="mb-3">
      <TextField
        label={picked.length > 0 ? say('returned.anotherThatCameBackToo') : say('returned.findWhatCameBack')}
        value={text}
        hint={say('returned.byNumberPayerOrAmount')}
        onChange={setText}
      />
      {rows.length > 0 && (
        <ul className="facts">
          {rows.map((o) => (
            <li key={o.key}>
              {say('returned.numberOfPayer', { number: o.number, payer: o.payer })}, {grouped(o.amount)},{' '}
              {shortDate(o.bankedOn)}{' '}
              <Button
                size="sm"
                variant="outline-secondary"
                onClick={() => {
                  onPick(o);
                  setText('');
                }}
              >
                {say('returned.thisOne')}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {asked !== '' && found.isSuccess && rows.length === 0 && (
        <p className="quiet">{say('returned.nothingThatMayComeBackFits')}</p>
      )}
    </div>
  );
}
