import { useMutation } from '@tanstack/react-query';
import { Button, Form } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { UNREADABLE } from '../shared/dates';
import { TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { say } from '../words';

/** A batch entered by hand; what was typed stays until it is kept. */
export function NewBatch({
  processorId,
  onDone,
  onClose,
}: {
  processorId: number;
  onDone: () => unknown;
  onClose: () => void;
}) {
  const { company, session } = useCurrentCompany();
  const empty = {
    siteId: undefined as number | undefined,
    day: session.businessDate,
    number: '',
    gross: '',
    refunds: '',
    chargebacks: '',
    reserve: '',
    fee: '',
  };
  const { form, set, forget, notice } = useKept(`card batch ${processorId}`, empty);
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/card-processors/{processorId}/batches', {
          params: { path: { companyId: company.id, processorId } },
          body: form,
        }),
      ),
    onSuccess: () => {
      forget();
      set({ ...empty, day: form.day, siteId: form.siteId });
      return onDone();
    },
  });
  const amounts = ['gross', 'refunds', 'chargebacks', 'reserve', 'fee'] as const;
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (!add.isPending) add.mutate();
      }}
    >
      {notice}
      <div className="row g-2">
        <SiteField className="col-md-3" value={form.siteId} onChange={(siteId) => set({ ...form, siteId })} />
        <div className="col-md-2">
          <DateField
            label={say('card.day')}
            value={form.day}
            today={session.businessDate}
            onChange={(day) => set({ ...form, day })}
          />
        </div>
        <TextField
          className="col-md-2"
          label={say('card.numberOfTheBatch')}
          max={60}
          value={form.number}
          onChange={(number) => set({ ...form, number })}
        />
        {amounts.map((key) => (
          <TextField
            key={key}
            className="col-md-2"
            money
            label={say(`card.${key}`)}
            value={form[key]}
            onChange={(value) => set({ ...form, [key]: value })}
          />
        ))}
      </div>
      <Problems error={add.error} title={say('card.theBatchWasNotKept')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={form.gross === '' || form.day === UNREADABLE || add.isPending}>
          {say('card.keepTheBatch')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('card.close')}
        </Button>
      </div>
    </Form>
  );
}
