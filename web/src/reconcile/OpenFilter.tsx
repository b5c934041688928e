import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import type { OpenEntryView } from './api';
import { DateField } from '../shared/DateField';
import { UNREADABLE } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import { reconcileKeys } from './keys';
import type { Place } from './useMonth';

export type Entry = OpenEntryView;

const KINDS = {
  ALL: say('reconcile.allEntries'),
  IN: say('reconcile.moneyIn'),
  OUT: say('reconcile.moneyOut'),
  CHECKS: say('reconcile.checksAlone'),
  STALE: say('reconcile.staleChecks'),
  PERHAPS: say('reconcile.perhapsAtTheBank'),
  ERRORS: say('reconcile.ledgersErrors'),
};

const ORDERS = {
  DATE: say('reconcile.oldestFirst'),
  AMOUNT: say('reconcile.largestFirst'),
  TITLE: say('reconcile.byName'),
};

type Kind = keyof typeof KINDS;
type Order = keyof typeof ORDERS;

/** What narrows and orders the entries that are not on the statement; while nothing does, those of the month stand. */
export function useOpenFilter(place: Place, all: Entry[]) {
  const [kind, setKind] = useState<Kind>('ALL');
  const [order, setOrder] = useState<Order>('DATE');
  const [text, setText] = useState('');
  const [upTo, setUpTo] = useState('');
  const filter = useDebounced({ kind, order, text: text.trim(), upTo: upTo === UNREADABLE ? '' : upTo });
  const narrowed = filter.kind !== 'ALL' || filter.text !== '' || filter.upTo !== '';
  const asked = narrowed || filter.order !== 'DATE';
  const list = useQuery({
    queryKey: [...reconcileKeys.month(place.companyId, place.accountId, place.month), 'not on', filter],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}/not-on-statement', {
          params: {
            path: place,
            query: {
              kind: filter.kind,
              order: filter.order,
              text: filter.text,
              ...(filter.upTo && { upTo: filter.upTo }),
            },
          },
        }),
      ),
    enabled: asked,
    placeholderData: (before) => before,
  });
  return {
    entries: asked ? (list.data?.entries ?? []) : all,
    count: asked ? list.data?.count : undefined,
    narrowed,
    error: list.error,
    fields: { kind, setKind, order, setOrder, text, setText, upTo, setUpTo },
  };
}

/** The fields of it. */
export function OpenFilterFields({ fields: f }: { fields: ReturnType<typeof useOpenFilter>['fields'] }) {
  const { company } = useCurrentCompany();
  return (
    <details className="narrow mb-2">
      <summary>{say('reconcile.narrowOrOrder')}</summary>
      <div className="row g-2 mt-0">
        <ChoiceField
          className="col-6"
          label={say('reconcile.shown')}
          value={f.kind}
          choices={Object.entries(KINDS)}
          onChange={(v) => f.setKind(v as Kind)}
        />
        <ChoiceField
          className="col-6"
          label={say('reconcile.order')}
          value={f.order}
          choices={Object.entries(ORDERS)}
          onChange={(v) => f.setOrder(v as Order)}
        />
        <TextField
          className="col-6"
          label={say('reconcile.wordsOrAmount2')}
          max={100}
          value={f.text}
          onChange={f.setText}
        />
        <div className="col-6">
          <DateField
            label={say('reconcile.itemsUpTo')}
            filter
            optional
            value={f.upTo}
            today={company.businessDate}
            onChange={f.setUpTo}
          />
        </div>
      </div>
    </details>
  );
}
