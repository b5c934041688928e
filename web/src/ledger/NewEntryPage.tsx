import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { HandIn, TakesPapers } from '../attachment/HandIn';
import type { Listed } from '../attachment/api';
import { useHandedIn } from '../attachment/useHandedIn';
import { BookingForm } from '../draft/BookingForm';
import { LineTable, typedColumn, useCodeColumns, type LineColumn } from '../draft/LineTable';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import type { BookedView, DraftView, NewEntry as Entry, NewLine as Line } from './api';
import { DateField } from '../shared/DateField';
import { dateHint } from '../shared/dates';
import { CellChooser } from '../shared/Chooser';
import { CellText, TextField } from '../shared/fields';
import { CellParty } from '../party/PartyChooser';
import { typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { accountChoices, ROLES, useChart, useRemembered } from '../shared/useBooks';
import { say } from '../words';

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
  return (
    <EntryForm key={draft.draft?.id ?? 'new'} initial={initial} draft={draft.draft} papers={draft.papers} />
  );
}

function EntryForm({ initial, draft, papers }: { initial: Entry; draft?: DraftView; papers?: Listed[] }) {
  const pictures = useHandedIn(papers);
  const { company, session } = useCurrentCompany();
  const [entry, setEntry] = useState(initial);
  const chart = useChart();
  const codes = useCodeColumns<Line>();
  const remembered = useRemembered('MANUAL', entry.text);
  const before = remembered.data?.find((r) => r.text === entry.text);
  const filled = entry.lines.filter((l) => l.account || l.debit || l.credit || l.own);
  const ready = filled.length >= 2 && filled.every((l) => l.account && (l.debit || l.credit || l.own));
  const set = (part: Partial<Entry>) => setEntry({ ...entry, ...part });
  const currencyOf = (code: string) => chart.data?.find((a) => a.code === code)?.currency;
  const foreign = entry.lines.some((l) => currencyOf(l.account));
  const controlOf = (code: string) => chart.data?.find((a) => a.code === code)?.control ?? 'NONE';
  const ofOtherCurrency = (label: string, field: 'own' | 'rate'): LineColumn<Line> => ({
    head: label,
    num: true,
    cell: (line, number, setLine) => {
      const currency = currencyOf(line.account);
      return (
        currency && (
          <CellText
            money
            label={
              field === 'own'
                ? say('ledger.amountOfLineIn', { number, currency })
                : say('ledger.rateOfLine', { number })
            }
            value={line[field] ?? ''}
            onChange={(v) => setLine({ [field]: v })}
          />
        )
      );
    },
  });
  const columns: LineColumn<Line>[] = [
    {
      head: say('ledger.account'),
      pasted: 'account',
      cell: (line, number, setLine) => (
        <CellChooser
          label={say('ledger.accountOfLine', { number })}
          empty={say('ledger.chooseAnAccount')}
          value={line.account}
          choices={accountChoices(chart.data)}
          onChange={(account) => setLine({ account, partyId: undefined })}
        />
      ),
    },
    {
      head: say('ledger.customerSupplierOrName'),
      pasted: 'party',
      cell: (line, number, setLine) => {
        const control = controlOf(line.account);
        return control === 'NONE' ? (
          <CellText
            label={say('ledger.partyOfLine', { number })}
            value={line.party}
            onChange={(party) => setLine({ party })}
          />
        ) : (
          <CellParty
            label={say('ledger.partyOfLine', { number })}
            empty={say('ledger.which', { words: ROLES[control][0] })}
            roles={[control]}
            partyId={line.partyId}
            onChange={(p) => setLine({ partyId: p?.id, party: p?.name ?? '' })}
          />
        );
      },
    },
    ...codes,
    typedColumn(say('ledger.debit'), 'debit', true),
    typedColumn(say('ledger.credit'), 'credit', true),
    ...(foreign
      ? [ofOtherCurrency(say('ledger.inItsCurrency'), 'own'), ofOtherCurrency(say('ledger.rate'), 'rate')]
      : []),
  ];
  return (
    <BookingForm<Entry, BookedView>
      title={draft ? say('ledger.draftOfAnEntry') : say('ledger.newEntry')}
      back={['/ledger', say('ledger.ledger')]}
      kind="ENTRY"
      path="/ledger/entries"
      body={{ ...entry, lines: filled }}
      ready={ready}
      button={say('ledger.bookThisEntry')}
      draft={draft}
      booked={(r) => r}
      papers={pictures.papers}
      after={pictures.keep}
      done={(r) => `/ledger/entries/${r.entries[0]?.id}`}
    >
      <div className="row g-3 mb-2">
        <div className="col-md-3">
          <DateField
            label={say('ledger.date')}
            value={entry.date}
            today={session.businessDate}
            onChange={(date) => set({ date })}
            hint={dateHint()}
          />
        </div>
        <div className="col-md-3">
          <DateField
            label={say('ledger.dateOnThePaper')}
            value={entry.documentDate ?? entry.date}
            today={session.businessDate}
            onChange={(documentDate) => set({ documentDate })}
          />
        </div>
        <TextField
          className="col-md-3"
          label={say('ledger.reference2')}
          value={entry.reference}
          onChange={(reference) => set({ reference })}
        />
        <TextField
          className="col-md-3"
          label={say('ledger.checkNumber')}
          max={40}
          value={entry.checkNumber}
          onChange={(checkNumber) => set({ checkNumber })}
        />
        <TextField
          className="col-md-9"
          label={say('ledger.for')}
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
            {say('ledger.beginWithTheLinesOfLastTime')}
          </Button>
        </p>
      )}
      <LineTable
        caption={say('ledger.linesInWithATaxCodeThe', { currency: company.currency })}
        columns={columns}
        lines={entry.lines}
        empty={EMPTY}
        button={say('ledger.addALine')}
        onChange={(lines) => set({ lines })}
      />
      {foreign && (
        <p className="hint">
          {say('ledger.anAccountInAnotherCurrencyTakesTwo', { currency: company.currency })}
        </p>
      )}
      <TakesPapers of={pictures}>
        <HandIn of={pictures} />
      </TakesPapers>
    </BookingForm>
  );
}
