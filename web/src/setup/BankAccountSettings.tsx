import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Form } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { send } from '../shared/api';
import type { BankAccountView } from './api';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useChart, useSetUp } from '../shared/useBooks';

/** Purposes, limits, check stock and sites of one bank account. */
export function BankAccountSettings({ account }: { account: BankAccountView }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const chart = useChart();
  const setUp = useSetUp();
  const {
    form,
    set: setForm,
    forget,
    notice,
  } = useKept(`settings.${account.id}`, {
    name: account.name,
    branchId: account.branchId ? String(account.branchId) : '',
    leastPayment: account.leastPayment ?? '',
    mostPayment: account.mostPayment ?? '',
    zeroPayment: account.zeroPayment,
    differenceTolerance: account.differenceTolerance,
    checkStock: account.checkStock as string,
    nextCheckNumber: account.nextCheckNumber,
    bookOnClearing: account.bookOnClearing,
    active: account.active,
    purposes: Object.fromEntries(
      account.purposes.map((p) => [p.purpose, p.ledgerAccountId ? String(p.ledgerAccountId) : '']),
    ) as Record<string, string>,
    sites: account.sites,
  });
  const keep = useMutation({
    mutationFn: () =>
      send('PUT', `/api/v1/companies/${company.id}/bank-accounts/${account.id}/settings`, {
        ...form,
        branchId: form.branchId ? Number(form.branchId) : undefined,
        purposes: Object.fromEntries(
          Object.entries(form.purposes)
            .filter(([, v]) => v !== '')
            .map(([k, v]) => [k, Number(v)]),
        ),
      }),
    onSuccess: () => {
      forget();
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const bank = setUp.data?.banks.find((b) => b.name === account.bank);
  const check = (key: 'zeroPayment' | 'bookOnClearing' | 'active', label: string) => (
    <Form.Check
      id={key}
      label={label}
      checked={form[key]}
      onChange={(e) => set({ [key]: e.target.checked })}
    />
  );
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      <h2>{account.name}</h2>
      {notice}
      <div className="row g-3">
        <div className="col-lg-7">
          <h3>Which ledger account serves what</h3>
          <div className="row g-2">
            {account.purposes.map((p) => (
              <ChoiceField
                key={p.purpose}
                className="col-md-6"
                label={p.words.charAt(0).toUpperCase() + p.words.slice(1)}
                empty="None"
                value={form.purposes[p.purpose] ?? ''}
                choices={(chart.data ?? [])
                  .filter((a) => a.active && a.control === 'NONE')
                  .map((a) => [String(a.id), `${a.code} ${a.name}`])}
                onChange={(v) => set({ purposes: { ...form.purposes, [p.purpose]: v } })}
              />
            ))}
          </div>
        </div>
        <div className="col-lg-5">
          <h3>Payments</h3>
          <div className="row g-2 mb-2">
            <TextField
              className="col-6"
              label="Name"
              max={120}
              value={form.name}
              onChange={(name) => set({ name })}
            />
            <ChoiceField
              className="col-6"
              label={`Branch of ${account.bank}`}
              empty="None"
              value={form.branchId}
              choices={(setUp.data?.branches ?? [])
                .filter((b) => b.bankId === bank?.id)
                .map((b) => [String(b.id), b.name])}
              onChange={(branchId) => set({ branchId })}
            />
            <TextField
              className="col-6"
              money
              label={`Least payment, ${account.currency}`}
              value={form.leastPayment}
              onChange={(leastPayment) => set({ leastPayment })}
            />
            <TextField
              className="col-6"
              money
              label={`Most payment, ${account.currency}`}
              value={form.mostPayment}
              onChange={(mostPayment) => set({ mostPayment })}
            />
            <TextField
              className="col-6"
              money
              label="Difference tolerated at matching"
              value={form.differenceTolerance}
              onChange={(differenceTolerance) => set({ differenceTolerance })}
            />
            <ChoiceField
              className="col-6"
              label="Checks"
              value={form.checkStock}
              choices={[
                ['PRENUMBERED', 'come with their numbers'],
                ['BLANK', 'are numbered when written'],
              ]}
              onChange={(checkStock) => set({ checkStock })}
            />
            <TextField
              className="col-6"
              label="Next check number"
              max={12}
              value={form.nextCheckNumber}
              onChange={(nextCheckNumber) => set({ nextCheckNumber })}
            />
          </div>
          {check('zeroPayment', 'A payment of zero may be made')}
          {check('bookOnClearing', 'Payments reach cash only when the bank has paid them')}
          {check('active', 'The account is used')}
          <h3 className="mt-3">Sites that may pay from it</h3>
          <p className="hint">None chosen: every site may.</p>
          {setUp.data?.sites.map((s) => (
            <Form.Check
              key={s.id}
              id={`site-${s.id}`}
              label={s.name}
              checked={form.sites.includes(s.id)}
              onChange={(e) =>
                set({
                  sites: e.target.checked ? [...form.sites, s.id] : form.sites.filter((id) => id !== s.id),
                })
              }
            />
          ))}
        </div>
      </div>
      <Problems error={keep.error} title="Not kept; what you typed is still here." />
      {keep.isSuccess && <p role="status">Kept.</p>}
      <Button className="mt-2" type="submit" disabled={keep.isPending}>
        Keep these settings
      </Button>
      <ActivityOf type="bank_account" id={account.id} />
    </Form>
  );
}
