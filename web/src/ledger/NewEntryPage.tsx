import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { BookingForm } from '../draft/BookingForm';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import type { BookedView, DraftView, NewEntry as Entry, NewLine as Line } from './api';
import { DateField } from '../shared/DateField';
import { dateHint } from '../shared/dates';
import { CellChoice, CellText, TextField } from '../shared/fields';
import { typed } from '../shared/money';
import { pasteRows } from '../shared/pasteRows';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { accountChoices, useChart, useParties, useRemembered, useSetUp } from '../shared/useBooks';

const EMPTY: Line = {
  account: '',
  debit: '',
  credit: '',
  party: '',
  text: '',
  costCentre: '',
  taxCode: '',
  own: '',
  rate: '',
};

/** What a row pasted from a spreadsheet holds, from the column it is pasted into on. */
const PASTED = ['account', 'party', 'costCentre', 'taxCode', 'debit', 'credit'] as const;

/** A manual entry; what it will book and what it leaves stands beside it, live. */
export default function NewEntryPage() {
  const { session } = useCurrentCompany();
  const draft = useDraft('ENTRY');
  if (draft.waiting || draft.error) {
    return <Problems error={draft.error} />;
  }
  const initial: Entry = {
    date: session.businessDate,
    reference: '',
    checkNumber: '',
    text: '',
    lines: [EMPTY, EMPTY],
    ...draft.form,
  };
  return <EntryForm key={draft.draft?.id ?? 'new'} initial={initial} draft={draft.draft} />;
}

function EntryForm({ initial, draft }: { initial: Entry; draft?: DraftView }) {
  const { company, session } = useCurrentCompany();
  const [entry, setEntry] = useState(initial);
  const chart = useChart();
  const setUp = useSetUp();
  const customers = useParties('RECEIVABLES', session.businessDate);
  const suppliers = useParties('PAYABLES', session.businessDate);
  const remembered = useRemembered('MANUAL', entry.text);
  const before = remembered.data?.find((r) => r.text === entry.text);
  const filled = entry.lines.filter((l) => l.account || l.debit || l.credit || l.own);
  const ready = filled.length >= 2 && filled.every((l) => l.account && (l.debit || l.credit || l.own));
  const set = (part: Partial<Entry>) => setEntry({ ...entry, ...part });
  const setLine = (index: number, part: Partial<Line>) =>
    set({ lines: entry.lines.map((l, i) => (i === index ? { ...l, ...part } : l)) });
  const currencyOf = (code: string) => chart.data?.find((a) => a.code === code)?.currency;
  const foreign = entry.lines.some((l) => currencyOf(l.account));
  const controlOf = (code: string) => chart.data?.find((a) => a.code === code)?.control ?? 'NONE';
  const centres = (setUp.data?.costCentres ?? []).filter((c) => c.active);
  const taxes = (setUp.data?.taxCodes ?? []).filter((t) => t.active);
  return (
    <BookingForm<Entry, BookedView>
      title={draft ? 'Draft of an entry' : 'New entry'}
      back={['/ledger', 'Ledger']}
      kind="ENTRY"
      path="/ledger/entries"
      body={{ ...entry, lines: filled }}
      ready={ready}
      button="Book this entry"
      draft={draft}
      booked={(r) => r}
      done={(r) => `/ledger/entries/${r.entries[0]?.id}`}
    >
      <div className="row g-3 mb-2">
        <div className="col-md-3">
          <DateField
            label="Date"
            value={entry.date}
            today={session.businessDate}
            onChange={(date) => set({ date })}
            hint={dateHint()}
          />
        </div>
        <div className="col-md-3">
          <DateField
            label="Date on the paper"
            value={entry.documentDate ?? entry.date}
            today={session.businessDate}
            onChange={(documentDate) => set({ documentDate })}
          />
        </div>
        <TextField
          className="col-md-3"
          label="Reference"
          value={entry.reference}
          onChange={(reference) => set({ reference })}
        />
        <TextField
          className="col-md-3"
          label="Check number"
          max={40}
          value={entry.checkNumber}
          onChange={(checkNumber) => set({ checkNumber })}
        />
        <TextField
          className="col-md-9"
          label="For"
          max={480}
          value={entry.text}
          list={remembered.data?.map((r) => r.text)}
          onChange={(text) => set({ text })}
        />
        <SiteField className="col-md-3" value={entry.siteId} onChange={(siteId) => set({ siteId })} />
      </div>
      {before && filled.length === 0 && (
        <p>
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() =>
              set({
                lines: before.lines.map((l) => ({
                  ...EMPTY,
                  account: l.accountCode,
                  debit: typed(l.debit ?? ''),
                  credit: typed(l.credit ?? ''),
                  party: l.party,
                  partyId: l.partyId,
                  costCentre: l.costCentre,
                })),
              })
            }
          >
            Begin with the lines of last time
          </Button>
        </p>
      )}
      <table
        className="plain entry-lines"
        onPaste={(e) =>
          pasteRows(e, PASTED, (row, cells) =>
            setEntry((now) => ({
              ...now,
              lines: Array.from({ length: Math.max(now.lines.length, row + cells.length) }, (_, i) => ({
                ...(now.lines[i] ?? EMPTY),
                ...cells[i - row],
              })),
            })),
          )
        }
      >
        <caption>Lines, in {company.currency}; with a tax code the amount is gross</caption>
        <thead>
          <tr>
            <th scope="col">Account</th>
            <th scope="col">Customer, supplier or name</th>
            <th scope="col">Cost centre</th>
            <th scope="col">Tax</th>
            <th scope="col" className="num">
              Debit
            </th>
            <th scope="col" className="num">
              Credit
            </th>
            {foreign && (
              <>
                <th scope="col" className="num">
                  In its currency
                </th>
                <th scope="col" className="num">
                  Rate
                </th>
              </>
            )}
          </tr>
        </thead>
        <tbody>
          {entry.lines.map((line, i) => {
            const control = controlOf(line.account);
            const list = control === 'RECEIVABLES' ? customers.data : suppliers.data;
            return (
              <tr key={i}>
                <td>
                  <CellChoice
                    label={`Account of line ${i + 1}`}
                    empty="Choose an account"
                    value={line.account}
                    choices={accountChoices(chart.data)}
                    onChange={(account) => setLine(i, { account, partyId: undefined })}
                  />
                </td>
                <td>
                  {control === 'NONE' ? (
                    <CellText
                      label={`Party of line ${i + 1}`}
                      value={line.party}
                      onChange={(party) => setLine(i, { party })}
                    />
                  ) : (
                    <CellChoice
                      label={`Party of line ${i + 1}`}
                      empty={control === 'RECEIVABLES' ? 'Which customer' : 'Which supplier'}
                      value={line.partyId ? String(line.partyId) : ''}
                      choices={(list?.rows ?? []).map((r) => [String(r.party.id), r.party.name])}
                      onChange={(v) =>
                        setLine(i, {
                          partyId: v ? Number(v) : undefined,
                          party: list?.rows.find((r) => r.party.id === Number(v))?.party.name ?? '',
                        })
                      }
                    />
                  )}
                </td>
                <td>
                  <CellChoice
                    label={`Cost centre of line ${i + 1}`}
                    empty="None"
                    value={line.costCentre ?? ''}
                    choices={centres.map((c) => [c.code, c.code])}
                    onChange={(costCentre) => setLine(i, { costCentre })}
                  />
                </td>
                <td>
                  <CellChoice
                    label={`Tax of line ${i + 1}`}
                    empty="None"
                    value={line.taxCode ?? ''}
                    choices={taxes.map((t) => [t.code, t.code])}
                    onChange={(taxCode) => setLine(i, { taxCode })}
                  />
                </td>
                <td>
                  <CellText
                    money
                    label={`Debit of line ${i + 1}`}
                    value={line.debit}
                    onChange={(debit) => setLine(i, { debit })}
                  />
                </td>
                <td>
                  <CellText
                    money
                    label={`Credit of line ${i + 1}`}
                    value={line.credit}
                    onChange={(credit) => setLine(i, { credit })}
                  />
                </td>
                {foreign && (
                  <>
                    <td>
                      {currencyOf(line.account) && (
                        <CellText
                          money
                          label={`Amount of line ${i + 1} in ${currencyOf(line.account)}`}
                          value={line.own ?? ''}
                          onChange={(own) => setLine(i, { own })}
                        />
                      )}
                    </td>
                    <td>
                      {currencyOf(line.account) && (
                        <CellText
                          money
                          label={`Rate of line ${i + 1}`}
                          value={line.rate ?? ''}
                          onChange={(rate) => setLine(i, { rate })}
                        />
                      )}
                    </td>
                  </>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
      {foreign && (
        <p className="hint">
          An account in another currency takes two of its amount, the amount in {company.currency} and the
          rate; with one amount alone the rate of the day is taken.
        </p>
      )}
      <Button
        size="sm"
        className="mt-2"
        variant="outline-secondary"
        onClick={() => set({ lines: [...entry.lines, EMPTY] })}
      >
        Add a line
      </Button>
    </BookingForm>
  );
}
