import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Form } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { send } from '../shared/api';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { BankAccountView } from './api';
import { BankAccountFields, settingsBody, settingsOf } from './BankAccountFields';

/** What may be changed of a bank account at any time. */
export function BankAccountSettings({ account }: { account: BankAccountView }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const { form, set, forget, notice } = useKept(`settings.${account.id}`, {
    name: account.name,
    settings: settingsOf(account),
  });
  const keep = useMutation({
    mutationFn: () =>
      send(
        'PUT',
        `/api/v1/companies/${company.id}/bank-accounts/${account.id}/settings`,
        settingsBody(form.name, form.settings),
      ),
    onSuccess: () => {
      forget();
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
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
      <TextField
        className="mb-3"
        label={say('setup.name')}
        max={120}
        value={form.name}
        onChange={(name) => set({ ...form, name })}
      />
      <BankAccountFields
        bank={account.bank}
        currency={account.currency}
        accountId={account.id}
        purposes={account.purposes}
        form={form.settings}
        onChange={(part) => set({ ...form, settings: { ...form.settings, ...part } })}
      />
      <Problems error={keep.error} title={say('setup.notKeptWhatYouTypedIsStill')} />
      {keep.isSuccess && <p role="status">{say('setup.kept')}</p>}
      <Button className="mt-2" type="submit" disabled={keep.isPending}>
        {say('setup.keepTheseSettings')}
      </Button>
      <ActivityOf type="bank_account" id={account.id} />
    </Form>
  );
}
