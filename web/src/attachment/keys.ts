import { keys } from '../shared/keys';

export const paperKeys = {
  paper: (company: number, id: number) => [...keys.company(company), 'paper', id] as const,
  retention: (company: number) => [...keys.company(company), 'retention'] as const,
};
