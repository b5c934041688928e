import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data, type TenderKind } from './api';
import { keys } from './keys';
import { say } from '../words';

const KINDS: Record<TenderKind, [one: string, several: string]> = {
  CHECK: [say('deposit.check'), say('deposit.checks')],
  CASH: [say('deposit.oneCash'), say('deposit.cash')],
  CARD: [say('deposit.card'), say('deposit.cards')],
};

export interface TenderChoice {
  key: string;
  kind: TenderKind;
  /** Empty for the one of its kind that every company has. */
  name: string;
  one: string;
  several: string;
}

/** A tender among choices; empty for none. */
export const keyOf = (kind: string | undefined, name: string | undefined) =>
  kind ? `${kind}/${name ?? ''}` : '';

/** How the company receives money. */
export function useMoneyIn() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'money in'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/set-up/money-in', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
}

/** The tenders in use, those that every company has first. */
export function useTenders() {
  const moneyIn = useMoneyIn();
  const every: TenderChoice[] = Object.entries(KINDS).map(([kind, [one, several]]) => ({
    key: keyOf(kind, ''),
    kind: kind as TenderKind,
    name: '',
    one,
    several,
  }));
  const gone = new Set(
    (moneyIn.data?.tenders ?? []).filter((t) => !t.active).map((t) => keyOf(t.kind, t.name)),
  );
  const own: TenderChoice[] = (moneyIn.data?.tenders ?? [])
    .filter((t) => t.name !== '')
    .map((t) => ({ key: keyOf(t.kind, t.name), kind: t.kind, name: t.name, one: t.name, several: t.name }));
  const all = [...every, ...own].filter((t) => !gone.has(t.key));
  return { all, of: (key: string) => all.find((t) => t.key === key) };
}
