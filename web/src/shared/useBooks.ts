import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data, type AccountView, type EntryView, type PartyName } from './api';
import { keys } from './keys';
import { say } from '../words';

export type Control = Exclude<PartyName['control'], 'NONE'>;

/** Each role that somebody can have: one of them, several of them. */
export const ROLES: Record<Control, [one: string, several: string]> = {
  RECEIVABLES: [say('shared.customer'), say('shared.customers')],
  PAYABLES: [say('shared.supplier'), say('shared.suppliers')],
  EMPLOYEES: [say('shared.employee'), say('shared.employees')],
  SISTER_COMPANIES: [say('shared.sisterCompany'), say('shared.sisterCompanies')],
};

export const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The chart of accounts with balances. */
export function useChart() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.chart(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/accounts', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
}

/** Active accounts as choices. */
export function accountChoices(
  chart: AccountView[] | undefined,
  fit: (a: AccountView) => boolean = () => true,
): [string, string][] {
  return (chart ?? []).filter((a) => a.active && fit(a)).map((a) => [a.code, `${a.code} ${a.name}`]);
}

/** Tax codes in use, each once, with the rate of a day or, where none holds then, any of its rates. */
export function taxChoices(
  taxes: { code: string; ratePercent: string; active: boolean; validFrom?: string; validTo?: string }[] = [],
  day: string,
): [string, string][] {
  const holds = (t: (typeof taxes)[number]) =>
    (t.validFrom ?? '') <= day && (t.validTo === undefined || day <= t.validTo);
  const active = taxes.filter((t) => t.active);
  return [...new Set(active.map((t) => t.code))].map((code) => {
    const same = active.filter((t) => t.code === code);
    return [code, `${code} ${(same.find(holds) ?? same[0])?.ratePercent ?? ''} %`];
  });
}

export function useSetUp() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.setUp(company.id),
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/set-up', { params: { path: { companyId: company.id } } })),
  });
}

/** The people of the company, for whoever administers it. */
export function usePeople() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'people'],
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/people', { params: { path: { companyId: company.id } } })),
  });
}

export function useBankAccounts() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.bankAccounts(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
}

export function useParties(control: Control, date: string) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.parties(company.id, control, date),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/parties', {
          params: { path: { companyId: company.id }, query: { control, date } },
        }),
      ),
  });
}

export function useParty(id: number | undefined) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.party(company.id, id ?? 0),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/parties/{partyId}', {
          params: { path: { companyId: company.id, partyId: id ?? 0 } },
        }),
      ),
    enabled: id !== undefined && id > 0,
  });
}

/** Texts of the last entries of a source that begin so, each once. */
export function useRemembered(source: EntryView['source'], text: string) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.remembered(company.id, source, text),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/remembered', {
          params: { path: { companyId: company.id }, query: { source, text } },
        }),
      ),
    placeholderData: (before) => before,
  });
}
