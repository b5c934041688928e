import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { EMPTY_LINE, GrossLines } from '../draft/GrossLines';
import { PartyField } from '../party/PartyChooser';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { say } from '../words';
import type { RecurringForm, RecurringView } from './api';

export const EVERY: Record<RecurringForm['every'], string> = {
  MONTH: say('recurring.everyMonth'),
  QUARTER: say('recurring.everyQuarter'),
  YEAR: say('recurring.everyYear'),
};

/** A recurring invoice as it is typed, new or changed. */
export function RecurringFields({ of, onClose }: { of: RecurringView | undefined; onClose: () => void }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [form, setForm] = useState<RecurringForm>(
    of
      ? {
          version: of.version,
          partyId: of.partyId,
          every: of.every,
          day: of.day,
          startsOn: of.startsOn,
          ...(of.endsOn && { endsOn: of.endsOn }),
          ...(of.siteId && { siteId: of.siteId }),
          text: of.text,
          lines: of.lines,
        }
      : { partyId: 0, every: 'MONTH', day: 1, startsOn: session.businessDate, text: '', lines: [EMPTY_LINE] },
  );
  const set = (part: Partial<RecurringForm>) => setForm({ ...form, ...part });
  const filled = form.lines.filter((l) => l.account || l.amount);
  const ready = form.partyId > 0 && form.text.trim() !== '' && filled.length > 0;
  const path = `/api/v1/companies/${company.id}/recurring-invoices`;
  const keep = useMutation({
    mutationFn: () => send(of ? 'PUT' : 'POST', of ? `${path}/${of.id}` : path, { ...form, lines: filled }),
    onSuccess: () => {
      onClose();
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && !keep.isPending) {
          keep.mutate();
        }
      }}
    >
      <h2>{of ? of.text : say('recurring.newOne')}</h2>
      <div className="row g-3 mb-2">
        {of ? (
          <p className="col-md-6 mb-0">{of.party}</p>
        ) : (
          <PartyField
            className="col-md-6"
            label={say('recurring.customer')}
            empty={say('recurring.typeAName')}
            roles={['RECEIVABLES']}
            partyId={form.partyId || undefined}
            onChange={(p) => set({ partyId: p?.id ?? 0 })}
          />
        )}
        <TextField
          className="col-md-6"
          label={say('recurring.text')}
          value={form.text}
          max={300}
          hint={say('recurring.textHint', { month: '{month}', quarter: '{quarter}', year: '{year}' })}
          onChange={(text) => set({ text })}
        />
        <ChoiceField
          className="col-md-3"
          label={say('recurring.comesAgain')}
          value={form.every}
          choices={Object.entries(EVERY)}
          onChange={(every) => set({ every: every as RecurringForm['every'] })}
        />
        <TextField
          className="col-md-2"
          label={say('recurring.onTheDay')}
          value={form.day ? String(form.day) : ''}
          max={2}
          hint={say('recurring.dayHint')}
          onChange={(v) => /^\d*$/.test(v) && set({ day: Number(v) })}
        />
        <div className="col-md-3">
          <DateField
            label={say('recurring.startsOn')}
            value={form.startsOn}
            today={session.businessDate}
            onChange={(startsOn) => set({ startsOn })}
          />
        </div>
        <div className="col-md-3">
          <DateField
            label={say('recurring.endsOn')}
            value={form.endsOn ?? ''}
            today={session.businessDate}
            hint={say('recurring.endHint')}
            onChange={(endsOn) => set({ endsOn: endsOn || undefined })}
          />
        </div>
        <SiteField className="col-md-3" value={form.siteId} onChange={(siteId) => set({ siteId })} />
      </div>
      <GrossLines
        caption={say('recurring.linesIn', { currency: company.currency })}
        lines={form.lines}
        button={say('recurring.addALine')}
        onChange={(lines) => set({ lines })}
      />
      <Problems error={keep.error} title={say('recurring.nothingWasKept')} />
      <div className="actions mt-3">
        <Button type="submit" disabled={!ready || keep.isPending}>
          {say('recurring.keepIt')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('recurring.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
