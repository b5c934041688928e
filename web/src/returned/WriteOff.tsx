import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { ChooserField } from '../shared/Chooser';
import { DateField } from '../shared/DateField';
import { hasUnreadable } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { accountChoices, useChart, useSetUp } from '../shared/useBooks';
import { say } from '../words';
import type { BookedView, ReturnedDetail } from './api';
import { useReturnedTerms } from './useReturned';

/** What is owed of it becomes a loss, by an account and with the tax that was in it. */
export function WriteOff({ item, onDone }: { item: ReturnedDetail; onDone: () => void }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const chart = useChart();
  const setUp = useSetUp();
  const terms = useReturnedTerms();
  const [form, setForm] = useState({ date: session.businessDate, account: '', taxCode: '', text: '' });
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const body = { ...form, account: form.account || (terms.data?.writeOffAccount ?? '') };
  const whole = `/api/v1/companies/${company.id}/returned-items/${item.row.id}/write-off`;
  const asked = useDebounced(body);
  const ready = body.account !== '' && !hasUnreadable(body);
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'write-off', item.row.id, asked],
    queryFn: () => send<BookedView>('POST', `${whole}?preview=true`, asked),
    enabled: ready && asked.account !== '' && !hasUnreadable(asked),
    retry: false,
  });
  const write = useMutation({
    mutationFn: () => send('POST', whole, body),
    onSuccess: async () => {
      onDone();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <Form
      className="sheet mt-2"
      style={{ maxWidth: '46rem' }}
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && !write.isPending) write.mutate();
      }}
    >
      <h2>{say('returned.writeOffAmount', { amount: grouped(item.row.owed) })}</h2>
      <div className="row g-3 mb-2">
        <div className="col-md-4">
          <DateField
            label={say('returned.date')}
            value={form.date}
            today={session.businessDate}
            onChange={(date) => set({ date })}
          />
        </div>
        <ChooserField
          className="col-md-8"
          label={say('returned.account')}
          empty={say('returned.typeACodeOrAName')}
          value={body.account}
          choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
          onChange={(account) => set({ account })}
        />
        <ChoiceField
          className="col-md-4"
          label={say('returned.taxInIt')}
          empty={say('returned.none')}
          value={form.taxCode}
          choices={(setUp.data?.taxCodes ?? []).filter((t) => t.active).map((t) => [t.code, t.code])}
          onChange={(taxCode) => set({ taxCode })}
        />
        <TextField
          className="col-md-8"
          label={say('returned.text')}
          max={400}
          value={form.text}
          onChange={(text) => set({ text })}
        />
      </div>
      <BookedPreview booked={ready ? preview.data : undefined} error={preview.error} />
      <Problems error={write.error} title={say('returned.nothingWasBooked')} />
      <div className="actions">
        <Button type="submit" disabled={!ready || write.isPending}>
          {say('returned.writeOff')}
        </Button>
        <Button variant="outline-secondary" onClick={onDone}>
          {say('returned.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
