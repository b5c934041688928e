import { useQuery } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { forms } from '../capabilities';
import type { CompanyView } from '../session/api';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { fullDate } from '../shared/dates';
import { grouped } from '../shared/money';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { WaitingItem, WaitingList } from './api';
import { draftKeys } from './keys';

/** Something that waits, with the company whose books it is for. */
export interface Waits extends WaitingItem {
  company: CompanyView;
  /** Empty for what cannot be chosen: a second person is asked already. */
  key: string;
}

export const STOPS: Record<WaitingItem['stop'], string> = {
  READY: say('draft.ready'),
  SECOND_PERSON: say('draft.waitsForASecondPerson'),
  LATER: say('draft.waitsForItsDate'),
  REFUSED: say('draft.wouldBeRefused'),
};

function keyOf(company: CompanyView, item: WaitingItem): string {
  const own = item.draftId ? `D${item.draftId}` : item.paymentId ? `P${item.paymentId}` : '';
  return own && `${company.id} ${own}`;
}

/** What waits in each of the companies, by a trial of all that fits; the last answer stands until the next is there. */
export function useWaiting(companies: CompanyView[], filter: Record<string, unknown>) {
  const settled = useDebounced(filter);
  return useQuery({
    queryKey: draftKeys.waiting(
      companies.map((c) => c.id),
      settled,
    ),
    queryFn: async () => {
      // one company that refuses, such as one that asks for a second factor, does not hide the others
      const asked = await Promise.allSettled(
        companies.map((c) =>
          send<WaitingList>('POST', `/api/v1/companies/${c.id}/posting-runs/trial`, settled),
        ),
      );
      const refused = asked.find((a) => a.status === 'rejected');
      if (refused && asked.every((a) => a.status === 'rejected')) {
        throw refused.reason;
      }
      return {
        items: asked.flatMap((a, i) =>
          (a.status === 'fulfilled' ? a.value.items : []).map((item): Waits => {
            const company = companies[i] as CompanyView;
            return { ...item, company, key: keyOf(company, item) };
          }),
        ),
        more: asked.some((a) => a.status === 'fulfilled' && a.value.more),
        refused: refused?.reason as unknown,
      };
    },
    retry: false,
    placeholderData: (before) => before,
  });
}

interface Props {
  items: Waits[];
  /** Whether more than one company is listed. */
  several: boolean;
  chosen: string[];
  toggle: (key: string, range: boolean) => void;
  all: (on: boolean) => void;
}

/** What waits, by what stops it. */
export function WaitingTable({ items, several, chosen, toggle, all }: Props) {
  const choosable = items.filter((i) => i.key);
  return (
    <table className="plain">
      <caption>{say('draft.whatWaitsByWhatStopsIt')}</caption>
      <thead>
        <tr>
          <th scope="col">
            <Form.Check
              aria-label={say('draft.allDraftsThatFit')}
              disabled={choosable.length === 0}
              checked={choosable.length > 0 && chosen.length === choosable.length}
              onChange={(e) => all(e.target.checked)}
            />
          </th>
          <th scope="col">{say('draft.draft')}</th>
          <th scope="col">{say('draft.date')}</th>
          <th scope="col">{say('draft.by')}</th>
          <th scope="col" className="num">
            {say('draft.amount')}
          </th>
        </tr>
      </thead>
      {(Object.keys(STOPS) as WaitingItem['stop'][]).map((stop) => {
        const of = items.filter((i) => i.stop === stop);
        return (
          of.length > 0 && (
            <tbody key={stop} aria-label={STOPS[stop]}>
              <tr className="month-head">
                <th scope="rowgroup" colSpan={5}>
                  {STOPS[stop]} <span className="quiet fw-normal">{of.length}</span>
                </th>
              </tr>
              {of.map((i, at) => (
                <Row
                  key={i.key || `${i.company.id} ${i.title} ${at}`}
                  item={i}
                  several={several}
                  chosen={chosen.includes(i.key)}
                  toggle={toggle}
                />
              ))}
            </tbody>
          )
        );
      })}
    </table>
  );
}

function Row({
  item,
  several,
  chosen,
  toggle,
}: {
  item: Waits;
  several: boolean;
  chosen: boolean;
  toggle: (key: string, range: boolean) => void;
}) {
  const form = forms.find((f) => f.kind === item.kind);
  const where = [form?.words, item.account, item.site, several && item.company.name].filter(Boolean);
  return (
    <tr>
      <td>
        {item.key && (
          <Form.Check
            aria-label={say('draft.choose', { title: item.title })}
            checked={chosen}
            onChange={(e) => toggle(item.key, (e.nativeEvent as MouseEvent).shiftKey)}
            onKeyDown={(e) => e.key === 'x' && toggle(item.key, e.shiftKey)}
          />
        )}
      </td>
      <th scope="row">
        <Way item={item} />
        <div className="quiet">{where.join(', ')}</div>
        {item.why && (
          <div className={item.stop === 'REFUSED' ? 'attention fw-normal' : 'fw-normal'}>{item.why}</div>
        )}
      </th>
      <td className="text-nowrap">{fullDate(item.date)}</td>
      <td>{item.madeBy}</td>
      <td className="num">
        {item.amount && grouped(item.amount)}{' '}
        {item.amount && item.currency !== item.company.currency && item.currency}
      </td>
    </tr>
  );
}

/** The way to what goes on with it, in the company whose books it is for. */
function Way({ item }: { item: Waits }) {
  const { company, choose } = useCurrentCompany();
  const form = forms.find((f) => f.kind === item.kind);
  const path = item.path ?? (form && item.draftId ? `${form.path}?draft=${item.draftId}` : '');
  return path ? (
    <Link to={path} onClick={() => item.company.id !== company.id && choose(item.company.id)}>
      {item.title}
    </Link>
  ) : (
    item.title
  );
}
