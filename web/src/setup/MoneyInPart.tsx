import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { CellChooser } from '../shared/Chooser';
import { CellChoice, CellText } from '../shared/fields';
import { typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { accountChoices, useBankAccounts, useChart, useSetUp } from '../shared/useBooks';
import { useMoneyIn } from '../shared/useTenders';
import { ReturnedPart } from '../returned/ReturnedPart';
import { say } from '../words';
import type { MoneyIn, TenderRow as Tender } from './api';
import { Processors } from './Processors';

const KINDS: Record<Tender['kind'], string> = {
  CHECK: say('deposit.check'),
  CASH: say('deposit.oneCash'),
  CARD: say('deposit.card'),
};

/** How money is received: tenders, where it waits and may go, who sees amounts, how much cash a site keeps; processors. */
export function MoneyInPart() {
  const moneyIn = useMoneyIn();
  return moneyIn.data ? (
    <>
      <Desk key={moneyIn.data.version} kept={moneyIn.data} />
      <Processors />
      <ReturnedPart />
    </>
  ) : (
    <Problems error={moneyIn.error} />
  );
}

function Desk({ kept }: { kept: MoneyIn }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const setUp = useSetUp();
  const chart = useChart();
  const banks = useBankAccounts();
  const [form, setForm] = useState<MoneyIn>({
    ...kept,
    cashLimits: kept.cashLimits.map((l) => ({ ...l, amount: typed(l.amount) })),
  });
  const keep = useMutation({
    mutationFn: () =>
      data(
        api.PUT('/api/v1/companies/{companyId}/set-up/money-in', {
          params: { path: { companyId: company.id } },
          body: form,
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  const accounts = accountChoices(chart.data, (a) => a.type === 'ASSET' && a.control === 'NONE');
  const sites = (setUp.data?.sites ?? []).filter((s) => s.active);
  const change = (i: number, part: Partial<Tender>) =>
    setForm({ ...form, tenders: form.tenders.map((t, n) => (n === i ? { ...t, ...part } : t)) });
  const limitOf = (site: number) => form.cashLimits.find((l) => l.siteId === site)?.amount ?? '';
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (!keep.isPending) keep.mutate();
      }}
    >
      <h2>{say('setup.tenders')}</h2>
      <p className="quiet">{say('setup.whereTheMoneyOfEachTenderWaits')}</p>
      <table className="plain">
        <caption className="visually-hidden">{say('setup.tenders')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('setup.tender')}</th>
            <th scope="col">{say('setup.name')}</th>
            <th scope="col">{say('setup.waitsOn')}</th>
            {sites.map((s) => (
              <th scope="col" key={s.id}>
                {say('setup.waitsAtSite', { site: s.name })}
              </th>
            ))}
            <th scope="col">{say('setup.mayGoTo')}</th>
            <th scope="col">{say('setup.active')}</th>
          </tr>
        </thead>
        <tbody>
          {form.tenders.map((t, i) => {
            const title = t.name || KINDS[t.kind];
            const own =
              !kept.tenders.some((k) => k.kind === t.kind && k.name === t.name) || i >= kept.tenders.length;
            return (
              <tr key={i}>
                <td>
                  {own ? (
                    <CellChoice
                      label={say('setup.kindOfTender', { number: i + 1 })}
                      empty={say('setup.choose')}
                      value={t.kind}
                      choices={Object.entries(KINDS)}
                      onChange={(kind) => kind && change(i, { kind: kind as Tender['kind'] })}
                    />
                  ) : (
                    KINDS[t.kind]
                  )}
                </td>
                <td>
                  {own ? (
                    <CellText
                      label={say('setup.nameOfTender', { number: i + 1 })}
                      value={t.name}
                      onChange={(name) => change(i, { name })}
                    />
                  ) : (
                    t.name || <span className="quiet">{say('setup.ofEveryCompany')}</span>
                  )}
                </td>
                <td>
                  <CellChooser
                    label={say('setup.accountOf', { name: title })}
                    empty={say('setup.receiptsInHand')}
                    value={t.account}
                    choices={accounts}
                    onChange={(account) => change(i, { account })}
                  />
                </td>
                {sites.map((s) => (
                  <td key={s.id}>
                    <CellChooser
                      label={say('setup.accountOfAt', { name: title, site: s.name })}
                      empty={say('setup.asAnywhere')}
                      value={t.bySite.find((b) => b.siteId === s.id)?.account ?? ''}
                      choices={accounts}
                      onChange={(account) =>
                        change(i, {
                          bySite: [
                            ...t.bySite.filter((b) => b.siteId !== s.id),
                            ...(account ? [{ siteId: s.id, account }] : []),
                          ],
                        })
                      }
                    />
                  </td>
                ))}
                <td>
                  {(banks.data ?? [])
                    .filter((b) => b.active && b.currency === company.currency)
                    .map((b) => (
                      <Form.Check
                        key={b.id}
                        id={`may-${i}-${b.id}`}
                        label={b.name}
                        checked={t.bankAccounts.includes(b.id)}
                        onChange={(e) =>
                          change(i, {
                            bankAccounts: e.target.checked
                              ? [...t.bankAccounts, b.id]
                              : t.bankAccounts.filter((id) => id !== b.id),
                          })
                        }
                      />
                    ))}
                  {t.bankAccounts.length === 0 && <span className="quiet">{say('setup.toAll')}</span>}
                </td>
                <td>
                  <Form.Check
                    aria-label={say('setup.isUsed', { name: title })}
                    checked={t.active}
                    onChange={(e) => change(i, { active: e.target.checked })}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="actions mb-3">
        <Button
          size="sm"
          variant="outline-secondary"
          onClick={() =>
            setForm({
              ...form,
              tenders: [
                ...form.tenders,
                { kind: 'CHECK', name: '', active: true, account: '', bySite: [], bankAccounts: [] },
              ],
            })
          }
        >
          {say('setup.addATender')}
        </Button>
      </div>
      <h2>{say('setup.counting')}</h2>
      <Form.Check
        id="hides-amounts"
        label={say('setup.hideAmountsFromWhoeverOnlyCounts')}
        checked={form.hidesAmounts}
        onChange={(e) => setForm({ ...form, hidesAmounts: e.target.checked })}
      />
      <p className="quiet">{say('setup.theyAreThePeopleWithCounts')}</p>
      <Form.Check
        id="one-total"
        label={say('setup.cashIsToldAsOneTotal')}
        checked={form.cashAsOneTotal ?? false}
        onChange={(e) => setForm({ ...form, cashAsOneTotal: e.target.checked })}
      />
      {sites.length > 0 && (
        <>
          <h2>{say('setup.cashInHand')}</h2>
          <p className="quiet">{say('setup.aSiteThatHoldsMoreIsTold')}</p>
          {sites.map((s) => (
            <div key={s.id} className="d-flex gap-2 align-items-center mb-1">
              <span style={{ width: '12rem' }}>{s.name}</span>
              <div style={{ width: '10rem' }}>
                <CellText
                  money
                  label={say('setup.cashLimitOf', { site: s.name })}
                  value={limitOf(s.id)}
                  onChange={(amount) =>
                    setForm({
                      ...form,
                      cashLimits: [
                        ...form.cashLimits.filter((l) => l.siteId !== s.id),
                        ...(amount.trim() ? [{ siteId: s.id, amount }] : []),
                      ],
                    })
                  }
                />
              </div>
              <span className="quiet">{company.currency}</span>
            </div>
          ))}
        </>
      )}
      <Problems error={keep.error} title={say('setup.notKept')} />
      <div className="actions mt-3">
        <Button type="submit" disabled={keep.isPending}>
          {say('setup.keep')}
        </Button>
      </div>
    </Form>
  );
}
