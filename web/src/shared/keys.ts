/** The keys of what several capabilities ask the server; every other capability has its own. All of a company begin alike. */
export const keys = {
  company: (company: number) => ['company', company] as const,
  account: (company: number, account: number) => ['company', company, 'account', account] as const,
  setUp: (company: number) => ['company', company, 'set-up'] as const,
  bankAccounts: (company: number) => ['company', company, 'bank accounts'] as const,
  parties: (company: number, control: string, date: string) =>
    ['company', company, 'parties', control, date] as const,
  partyName: (company: number, party: number) => ['company', company, 'party name', party] as const,
  party: (company: number, party: number) => ['company', company, 'party', party] as const,
  activityOf: (company: number, type: string, object: number) =>
    ['company', company, 'activity', type, object] as const,
  chart: (company: number) => ['company', company, 'chart'] as const,
  found: (company: number, text: string, kind: string, tag: string, limit: number) =>
    ['company', company, 'found', text, kind, tag, limit] as const,
  remembered: (company: number, source: string, text: string) =>
    ['company', company, 'remembered', source, text] as const,
};
