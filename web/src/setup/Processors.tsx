import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Processor } from '../card/api';
import { useProcessors } from '../card/useProcessors';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField, TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import { accountChoices, useBankAccounts, useChart } from '../shared/useBooks';
import { say } from '../words';

const ACCOUNTS = [
  ['feeAccount', say('setup.feeIsBookedOn')],
  ['refundAccount', say('setup.refundsAreBookedOn')],
  ['chargebackAccount', say('setup.chargebacksAreBookedOn')],
  ['reserveAccount', say('setup.reserveIsBookedOn')],
  ['takingsAccount', say('setup.takingsAreBookedOn')],
] as const;

/** The card processors: where they pay, when, what they keep and on which accounts that is booked. */
export function Processors() {
  const processors = useProcessors();
  const banks = useBankAccounts();
  const [open, setOpen] = useState<Processor>();
  const bank = (id: number) => (banks.data ?? []).find((b) => b.id === id)?.name ?? '';
  const fresh: Processor = {
    name: '',
    active: true,
    bankAccountId: banks.data?.[0]?.id ?? 0,
    bankWords: '',
    lagDays: 2,
    agreedPercent: '',
    feeAccount: '',
    refundAccount: '',
    chargebackAccount: '',
    reserveAccount: '',
    takingsAccount: '',
  };
  return (
    <section className="sheet">
      <h2>{say('setup.cardProcessors')}</h2>
      <Problems error={processors.error} />
      {processors.data?.length === 0 && <p className="quiet">{say('setup.exampleOfAProcessor')}</p>}
      {processors.data && processors.data.length > 0 && (
        <table className="plain">
          <caption className="visually-hidden">{say('setup.cardProcessors')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('setup.name')}</th>
              <th scope="col">{say('setup.paysTo')}</th>
              <th scope="col">{say('setup.afterBusinessDays')}</th>
              <th scope="col">{say('setup.agreedPercent')}</th>
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {processors.data.map((p) => (
              <tr key={p.id}>
                <th scope="row">
                  {p.name} {!p.active && <span className="quiet">{say('setup.noLongerUsed')}</span>}
                </th>
                <td>{bank(p.bankAccountId)}</td>
                <td>{p.lagDays}</td>
                <td>{p.agreedPercent}</td>
                <td>
                  <button type="button" className="as-link" onClick={() => setOpen(p)}>
                    {say('setup.changeIt', { name: p.name })}
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {open ? (
        <ProcessorForm key={open.id ?? 'new'} processor={open} onClose={() => setOpen(undefined)} />
      ) : (
        <div className="actions mt-2">
          <Button variant="outline-secondary" onClick={() => setOpen(fresh)}>
            {say('setup.addAProcessor')}
          </Button>
        </div>
      )}
    </section>
  );
}

function ProcessorForm({ processor, onClose }: { processor: Processor; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const chart = useChart();
  const banks = useBankAccounts();
  const [form, setForm] = useState(processor);
  const [days, setDays] = useState(String(processor.lagDays));
  const keep = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/card-processors', {
          params: { path: { companyId: company.id } },
          body: { ...form, lagDays: Number(days) },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  const set = (part: Partial<Processor>) => setForm({ ...form, ...part });
  const bad = !/^\d{1,2}$/.test(days.trim());
  return (
    <Form
      className="row g-2 mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!bad && !keep.isPending) keep.mutate();
      }}
    >
      <TextField
        className="col-md-4"
        label={say('setup.name')}
        max={120}
        value={form.name}
        onChange={(name) => set({ name })}
      />
      <ChoiceField
        className="col-md-4"
        label={say('setup.paysTo')}
        value={String(form.bankAccountId)}
        choices={(banks.data ?? []).filter((b) => b.active).map((b) => [String(b.id), b.name])}
        onChange={(id) => set({ bankAccountId: Number(id) })}
      />
      <TextField
        className="col-md-4"
        label={say('setup.wordsOfItsBankLines')}
        hint={say('setup.allOfThemStandInTheLine')}
        max={80}
        value={form.bankWords}
        onChange={(bankWords) => set({ bankWords })}
      />
      <TextField
        className="col-md-4"
        label={say('setup.paysAfterBusinessDays')}
        value={days}
        onChange={setDays}
      />
      <TextField
        className="col-md-4"
        label={say('setup.agreedPercentOfTheGross')}
        hint={say('setup.leftEmptyItsUsualShareIsCompared')}
        value={form.agreedPercent}
        onChange={(agreedPercent) => set({ agreedPercent })}
      />
      {ACCOUNTS.map(([key, label]) => (
        <ChooserField
          key={key}
          className="col-md-4"
          label={label}
          empty={say('setup.noneKept')}
          value={form[key]}
          choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
          onChange={(account) => set({ [key]: account })}
        />
      ))}
      <div className="col-12">
        <Form.Check
          id="processor-active"
          label={say('setup.active')}
          checked={form.active}
          onChange={(e) => set({ active: e.target.checked })}
        />
      </div>
      <Problems error={keep.error} title={say('setup.notKept')} />
      <div className="actions">
        <Button type="submit" disabled={form.name.trim() === '' || bad || keep.isPending}>
          {say('setup.keep')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('setup.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
