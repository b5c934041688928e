/** The one place where query keys are made. */
export const keys = {
  session: ['session'] as const,
  company: (company: number) => ['company', company] as const,
  today: (company: number) => ['company', company, 'today'] as const,
  account: (company: number, account: number) => ['company', company, 'account', account] as const,
  month: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month] as const,
  rows: (company: number, account: number, month: string, page: number) =>
    ['company', company, 'account', account, 'month', month, 'rows', page] as const,
  candidates: (company: number, account: number, month: string, line: number) =>
    ['company', company, 'account', account, 'month', month, 'candidates', line] as const,
  trace: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month, 'trace'] as const,
  certificate: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month, 'certificate'] as const,
  statements: (company: number, account: number) =>
    ['company', company, 'account', account, 'statements'] as const,
  chart: (company: number) => ['company', company, 'chart'] as const,
  accountLines: (company: number, account: number, from: string, to: string) =>
    ['company', company, 'ledger', account, from, to] as const,
  entries: (company: number, before: number, text: string) =>
    ['company', company, 'entries', before, text] as const,
  entry: (company: number, entry: number) => ['company', company, 'entry', entry] as const,
  people: (company: number) => ['company', company, 'people'] as const,
  activity: (company: number, before: number, text: string) =>
    ['company', company, 'activity', before, text] as const,
  found: (company: number, text: string) => ['company', company, 'found', text] as const,
};
