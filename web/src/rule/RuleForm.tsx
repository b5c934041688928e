import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Form } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { kindOf, LineBookingFields } from '../linebooking/LineBookingFields';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import type { RuleView } from './api';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { Trial } from './Trial';
import { useTrial } from './useRules';
import { DOES, TESTS, type Content, type Draft } from './words';
import { say } from '../words';

interface Props {
  start: Draft;
  ruleId?: number;
  onDone: () => void;
}

/** Writes a rule; beside it stands what it would have done over the past. */
export function RuleForm({ start, ruleId, onDone }: Props) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const accounts = useBankAccounts();
  const { form: draft, set: setDraft, forget, notice } = useKept<Draft>(`rule.${ruleId ?? 'new'}`, start);
  const c = draft.content;
  const trial = useTrial(draft, ruleId);
  const set = (part: Partial<Content>) => setDraft({ ...draft, content: { ...c, ...part } });
  const day = (v: string) => (/^\d{1,2}$/.test(v) ? Number(v) : undefined);
  const keep = useMutation({
    mutationFn: async (on: boolean) => {
      const base = `/api/v1/companies/${company.id}/rules`;
      const kept = await send<RuleView>(ruleId ? 'PUT' : 'POST', ruleId ? `${base}/${ruleId}` : base, draft);
      if (on) {
        await send('POST', `${base}/${kept.id}/switch`, { on: true });
      }
    },
    onSuccess: async () => {
      forget();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onDone();
    },
  });
  const ofParty = c.does === 'BOOK' && kindOf(c.kind)?.namesParty;
  return (
    <Form
      className="rule-page"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate(true);
      }}
    >
      <div>
        {notice}
        <TextField
          className="mb-2"
          label={say('rule.name')}
          max={80}
          value={draft.name}
          onChange={(name) => setDraft({ ...draft, name })}
        />
        <ChoiceField
          className="mb-2"
          label={say('rule.forLinesOf')}
          empty={say('rule.everyBankAccount')}
          value={draft.bankAccountId ? String(draft.bankAccountId) : ''}
          choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
          onChange={(v) => setDraft({ ...draft, bankAccountId: v ? Number(v) : undefined })}
        />
        <div className="row g-2 mb-2">
          <div className="col-6">
            <DateField
              label={say('rule.firstDayEmptyForEver')}
              value={draft.validFrom ?? ''}
              today={session.businessDate}
              optional
              onChange={(v) => setDraft({ ...draft, validFrom: v || undefined })}
            />
          </div>
          <div className="col-6">
            <DateField
              label={say('rule.lastDayEmptyForEver')}
              value={draft.validTo ?? ''}
              today={session.businessDate}
              optional
              onChange={(v) => setDraft({ ...draft, validTo: v || undefined })}
            />
          </div>
        </div>
        <fieldset>
          <legend>{say('rule.whenAllOfThisHolds')}</legend>
          <div className="row g-2 mb-2">
            <ChoiceField
              className="col-5"
              label={say('rule.theText')}
              value={c.textTest}
              choices={TESTS}
              onChange={(v) => set({ textTest: v as Content['textTest'] })}
            />
            <TextField
              className="col-7"
              label={say('rule.textOfTheLine')}
              value={c.text}
              onChange={(text) => set({ text })}
            />
            <TextField
              className="col-12"
              label={say('rule.payerOrPayeeOfTheLine')}
              hint={say('rule.everyWordMustStandInTheBanks')}
              max={200}
              value={c.payer ?? ''}
              onChange={(v) => set({ payer: v || undefined })}
            />
            <ChoiceField
              className="col-4"
              label={say('rule.money')}
              empty={say('rule.inOrOut')}
              value={c.direction ?? ''}
              choices={[
                ['IN', say('rule.in')],
                ['OUT', say('rule.out')],
              ]}
              onChange={(v) => set({ direction: v ? (v as 'IN' | 'OUT') : undefined })}
            />
            <TextField
              className="col-4"
              label={say('rule.amountFrom')}
              money
              value={c.least ?? ''}
              onChange={(v) => set({ least: v || undefined })}
            />
            <TextField
              className="col-4"
              label={say('rule.amountTo')}
              money
              value={c.most ?? ''}
              onChange={(v) => set({ most: v || undefined })}
            />
            <TextField
              className="col-4"
              label={say('rule.theBanksCode')}
              max={100}
              value={c.code}
              onChange={(code) => set({ code })}
            />
            <TextField
              className="col-4"
              label={say('rule.dayOfTheMonthFrom')}
              max={2}
              value={c.fromDay ? String(c.fromDay) : ''}
              onChange={(v) => set({ fromDay: day(v) })}
            />
            <TextField
              className="col-4"
              label={say('rule.dayOfTheMonthTo')}
              max={2}
              value={c.toDay ? String(c.toDay) : ''}
              onChange={(v) => set({ toDay: day(v) })}
            />
          </div>
        </fieldset>
        <fieldset>
          <legend>{say('rule.then')}</legend>
          <div className="row g-2 mb-2">
            <ChoiceField
              className="col-6"
              label={say('rule.do')}
              value={c.does}
              choices={DOES}
              onChange={(v) =>
                set({
                  does: v as Content['does'],
                  // a rule that did not book has kept no details
                  details: v === 'BOOK' ? (c.details ?? kindOf(c.kind)?.start ?? {}) : c.details,
                })
              }
            />
            {c.does === 'BOOK' && (
              <div className="col-12">
                <LineBookingFields
                  label={say('rule.as')}
                  kind={c.kind}
                  details={c.details ?? {}}
                  accountId={draft.bankAccountId}
                  onKind={(kind, details) => set({ kind, details })}
                  onDetails={(details, party) => set({ details, party: party ?? c.party })}
                />
              </div>
            )}
            {c.does === 'ALLOW' && (
              <TextField
                className="col-6"
                label={say('rule.largestDifference')}
                money
                value={c.tolerance ?? ''}
                onChange={(v) => set({ tolerance: v || undefined })}
              />
            )}
            {!ofParty && c.does !== 'ALLOW' && c.does !== 'RETURN' && (
              <TextField
                className="col-6"
                label={
                  c.does === 'BOOK' ? say('rule.payerOrPayeeOnTheEntry') : say('rule.partyOrWordsOfTheEntry')
                }
                value={c.party}
                onChange={(party) => set({ party })}
              />
            )}
            {c.does === 'BOOK' && (
              <TextField
                className="col-6"
                label={say('rule.textOfTheEntry')}
                hint={say('rule.emptyTheLinesOwn')}
                value={c.entryText}
                onChange={(entryText) => set({ entryText })}
              />
            )}
          </div>
        </fieldset>
        <Problems error={keep.error} title={say('rule.notKeptWhatYouTypedIsStill')} />
        <div className="actions">
          <Button type="submit" disabled={keep.isPending || !trial.data || trial.isError}>
            {say('rule.keepAndSwitchOn')}
          </Button>
          <Button variant="outline-secondary" disabled={keep.isPending} onClick={() => keep.mutate(false)}>
            {say('rule.keepSwitchedOff')}
          </Button>
          <Button variant="outline-secondary" onClick={onDone}>
            {say('rule.leaveIt')}
          </Button>
        </div>
      </div>
      <div className="beside">
        <Trial trial={trial.data} error={trial.error} />
      </div>
    </Form>
  );
}
