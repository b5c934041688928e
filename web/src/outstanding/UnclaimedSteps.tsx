import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { BookedView, PaidOutView, UnclaimedView } from './api';

type Step = 'NOTICE' | 'CLAIMED' | 'STATE' | 'BACK' | 'WHERE';

const STEPS: Record<Step, string> = {
  NOTICE: say('outstanding.aLetterWasSent'),
  CLAIMED: say('outstanding.payItToItsPayee'),
  STATE: say('outstanding.payItOverToTheState'),
  BACK: say('outstanding.takeItBack'),
  WHERE: say('outstanding.lastAddress'),
};

/** Those that concern one alone. */
const OF_ONE: Step[] = ['CLAIMED', 'BACK', 'WHERE'];

const KINDS: [string, string][] = [
  ['CHECK', say('payment.check')],
  ['BANK_TRANSFER', say('payment.bankTransfer')],
  ['WIRE', say('payment.wire')],
];

/** What becomes of unclaimed money that is ticked: one step for all of it. */
export function UnclaimedSteps({ rows, onDone }: { rows: UnclaimedView[]; onDone: () => void }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const accounts = useBankAccounts();
  const first = rows[0];
  const [step, setStep] = useState<Step | ''>('');
  const [date, setDate] = useState(session.businessDate);
  const [bank, setBank] = useState('');
  const [kind, setKind] = useState('CHECK');
  const [payee, setPayee] = useState('');
  const [address, setAddress] = useState(first?.address ?? '');
  const [region, setRegion] = useState(first?.region ?? '');
  const base = `/api/v1/companies/${company.id}/unclaimed-money`;
  const ids = rows.map((r) => r.id);
  const pays = step === 'CLAIMED' || step === 'STATE';
  const steps: Record<Step, [method: 'POST' | 'PUT', path: string, body: object]> = {
    NOTICE: ['POST', `${base}/notices`, { ids, date }],
    CLAIMED: [
      'POST',
      `${base}/payments`,
      { ids, toState: false, bankAccountId: Number(bank), kind, date, payee: '' },
    ],
    STATE: [
      'POST',
      `${base}/payments`,
      { ids, toState: true, bankAccountId: Number(bank), kind, date, payee },
    ],
    BACK: ['POST', `${base}/${first?.id ?? 0}/taking-back`, { date }],
    WHERE: ['PUT', `${base}/${first?.id ?? 0}/whereabouts`, { address, region }],
  };
  const [method, path, body] = steps[step === '' ? 'NOTICE' : step];
  const ready =
    step !== '' &&
    rows.length > 0 &&
    (step === 'WHERE' || date !== '') &&
    (!pays || bank !== '') &&
    (step !== 'STATE' || payee.trim() !== '');
  const books = pays || step === 'BACK';
  const asked = useDebounced(ready && books ? { path, body } : null);
  const preview = useQuery({
    queryKey: ['unclaimed step', company.id, asked],
    queryFn: async () => {
      const shown = await send<PaidOutView | BookedView>('POST', `${asked?.path}?preview=true`, asked?.body);
      return 'booked' in shown ? shown.booked : shown;
    },
    enabled: ready && books && asked !== null,
    retry: false,
  });
  const go = useMutation({
    mutationFn: () => send(method, path, body),
    onSuccess: async () => {
      onDone();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  if (!first) {
    return (
      <>
        <h2>{say('outstanding.whatBecomesOfIt')}</h2>
        <p className="quiet">{say('outstanding.tickWhatItConcerns')}</p>
      </>
    );
  }
  const choices = (Object.entries(STEPS) as [Step, string][]).filter(
    ([s]) => rows.length === 1 || !OF_ONE.includes(s),
  );
  return (
    <>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (ready && !go.isPending) go.mutate();
        }}
      >
        <h2>
          {rows.length === 1
            ? say('outstanding.moneyOf', { payee: first.payee })
            : say('outstanding.moneyOfSo', { count: rows.length })}
        </h2>
        <ChoiceField
          className="mb-2"
          label={say('outstanding.whatBecomesOfIt')}
          empty={say('outstanding.chooseOne')}
          value={step}
          choices={choices}
          onChange={(v) => setStep(v as Step)}
        />
        {step === 'WHERE' && (
          <div className="row g-2 mb-2">
            <TextField
              className="col-8"
              label={say('outstanding.address')}
              max={400}
              value={address}
              onChange={setAddress}
            />
            <TextField
              className="col-4"
              label={say('outstanding.stateOfAddress')}
              max={80}
              value={region}
              onChange={setRegion}
            />
          </div>
        )}
        {pays && (
          <div className="row g-2 mb-2">
            <ChoiceField
              className="col-7"
              label={say('outstanding.from')}
              empty={say('outstanding.chooseOne')}
              value={bank}
              choices={(accounts.data ?? [])
                .filter((a) => a.active && a.currency === company.currency)
                .map((a) => [String(a.id), a.name])}
              onChange={setBank}
            />
            <ChoiceField
              className="col-5"
              label={say('outstanding.how')}
              value={kind}
              choices={KINDS}
              onChange={setKind}
            />
          </div>
        )}
        {step === 'STATE' && (
          <TextField
            className="mb-2"
            label={say('outstanding.payeeOfTheState')}
            max={120}
            value={payee}
            onChange={setPayee}
          />
        )}
        {step !== '' && step !== 'WHERE' && (
          <div className="mb-2" style={{ maxWidth: '12rem' }}>
            <DateField
              label={say('outstanding.on')}
              value={date}
              today={session.businessDate}
              onChange={setDate}
            />
          </div>
        )}
        <Problems error={go.error} title={say('outstanding.nothingWasDone')} />
        <Button
          className="mb-3"
          type="submit"
          disabled={!ready || go.isPending || (books && preview.isError)}
        >
          {step === '' ? say('outstanding.decide') : STEPS[step]}
        </Button>
      </Form>
      {ready && books && <BookedPreview booked={preview.data} error={preview.error} />}
    </>
  );
}
