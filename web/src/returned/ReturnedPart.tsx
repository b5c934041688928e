import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { accountChoices, useChart, useSetUp } from '../shared/useBooks';
import { say } from '../words';
import type { ReturnedTerms } from './api';
import { useReturnedTerms } from './useReturned';

/** What the bank takes for what comes back, what customers are charged, where losses go, how far back it is looked. */
export function ReturnedPart() {
  const terms = useReturnedTerms();
  return terms.data ? <Terms key={terms.data.version} kept={terms.data} /> : <Problems error={terms.error} />;
}

function Terms({ kept }: { kept: ReturnedTerms }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const chart = useChart();
  const setUp = useSetUp();
  const [form, setForm] = useState({
    ...kept,
    bankFee: typed(kept.bankFee),
    ourFee: typed(kept.ourFee),
    checkDays: String(kept.checkDays),
    cardDays: String(kept.cardDays),
  });
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const days = (text: string) => /^[1-9]\d{0,2}$/.test(text.trim()) && Number(text) <= 800;
  const ready = days(form.checkDays) && days(form.cardDays);
  const keep = useMutation({
    mutationFn: () =>
      data(
        api.PUT('/api/v1/companies/{companyId}/set-up/returned-items', {
          params: { path: { companyId: company.id } },
          body: { ...form, checkDays: Number(form.checkDays), cardDays: Number(form.cardDays) },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && !keep.isPending) keep.mutate();
      }}
    >
      <h2>{say('returned.returnedItems')}</h2>
      <div className="row g-3 mb-2">
        <TextField
          className="col-md-3"
          money
          label={say('returned.whatTheBankTakesForOne')}
          max={40}
          value={form.bankFee}
          onChange={(bankFee) => set({ bankFee })}
        />
        <TextField
          className="col-md-3"
          money
          label={say('returned.whatACustomerIsCharged')}
          max={40}
          value={form.ourFee}
          hint={say('returned.leftEmptyNothing')}
          onChange={(ourFee) => set({ ourFee })}
        />
        <ChoiceField
          className="col-md-2"
          label={say('returned.taxInIt')}
          empty={say('returned.none')}
          value={form.ourFeeTax}
          choices={(setUp.data?.taxCodes ?? []).filter((t) => t.active).map((t) => [t.code, t.code])}
          onChange={(ourFeeTax) => set({ ourFeeTax })}
        />
        <ChooserField
          className="col-md-4"
          label={say('returned.writtenOffOn')}
          empty={say('returned.typeACodeOrAName')}
          value={form.writeOffAccount}
          choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
          onChange={(writeOffAccount) => set({ writeOffAccount })}
        />
        <TextField
          className="col-md-3"
          label={say('returned.daysOfChecks')}
          max={3}
          value={form.checkDays}
          hint={say('returned.howFarBackItIsLooked')}
          onChange={(checkDays) => set({ checkDays })}
        />
        <TextField
          className="col-md-3"
          label={say('returned.daysOfCards')}
          max={3}
          value={form.cardDays}
          onChange={(cardDays) => set({ cardDays })}
        />
      </div>
      <Button type="submit" disabled={!ready || keep.isPending}>
        {say('returned.keep')}
      </Button>
      <Problems error={keep.error} title={say('returned.nothingWasKept')} />
      {keep.isSuccess && (
        <p className="told" role="status">
          {say('returned.kept')}
        </p>
      )}
    </Form>
  );
}
