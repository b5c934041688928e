import { keys } from '../shared/keys';

export const expenseKeys = {
  list: (company: number, filters: object) => [...keys.company(company), 'expenses', filters] as const,
  one: (company: number, id: number) => [...keys.company(company), 'expense', id] as const,
  remembered: (company: number, kind: string, who: string) =>
    [...keys.company(company), 'expense payees', kind, who] as const,
};
