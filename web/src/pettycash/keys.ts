import { keys } from '../shared/keys';

export const pettyCashKeys = {
  all: (company: number) => [...keys.company(company), 'petty cash'] as const,
  funds: (company: number) => [...keys.company(company), 'petty cash', 'funds'] as const,
  book: (company: number, fund: number, what: object) =>
    [...keys.company(company), 'petty cash', 'book', fund, what] as const,
  count: (company: number, count: number) =>
    [...keys.company(company), 'petty cash', 'count', count] as const,
  counts: (company: number, fund: number) =>
    [...keys.company(company), 'petty cash', 'counts', fund] as const,
};
