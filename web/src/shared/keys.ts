/** The one place where query keys are made. */
export const keys = {
  session: ['session'] as const,
  company: (company: number) => ['company', company] as const,
  today: (company: number) => ['company', company, 'today'] as const,
  account: (company: number, account: number) => ['company', company, 'account', account] as const,
  month: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month] as const,
  allRows: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month, 'rows'] as const,
  rows: (company: number, account: number, month: string, page: number, show: string, text: string) =>
    ['company', company, 'account', account, 'month', month, 'rows', show, text, page] as const,
  candidates: (company: number, account: number, month: string, line: number) =>
    ['company', company, 'account', account, 'month', month, 'candidates', line] as const,
  trace: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month, 'trace'] as const,
  certificate: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month, 'certificate'] as const,
  statements: (company: number, account: number) =>
    ['company', company, 'account', account, 'statements'] as const,
  arrival: (company: number, arrival: number) => ['company', company, 'arrival', arrival] as const,
  bankLinks: (company: number) => ['company', company, 'bank links'] as const,
  rules: (company: number) => ['company', company, 'rules'] as const,
  backups: (company: number) => ['company', company, 'backups'] as const,
  places: ['places'] as const,
  setUp: (company: number) => ['company', company, 'set-up'] as const,
  bankAccounts: (company: number) => ['company', company, 'bank accounts'] as const,
  parties: (company: number, control: string, date: string) =>
    ['company', company, 'parties', control, date] as const,
  party: (company: number, party: number) => ['company', company, 'party', party] as const,
  payments: (company: number, filter: unknown) => ['company', company, 'payments', filter] as const,
  payment: (company: number, payment: number) => ['company', company, 'payment', payment] as const,
  transfers: (company: number, text: string) => ['company', company, 'transfers', text] as const,
  drafts: (company: number, filter: unknown) => ['company', company, 'drafts', filter] as const,
  draft: (company: number, draft: number) => ['company', company, 'draft', draft] as const,
  runs: (company: number) => ['company', company, 'posting runs'] as const,
  activityOf: (company: number, type: string, object: number) =>
    ['company', company, 'activity', type, object] as const,
  chart: (company: number) => ['company', company, 'chart'] as const,
  accountLines: (company: number, account: number, from: string, to: string, part: string) =>
    ['company', company, 'ledger', account, from, to, part] as const,
  trialBalance: (company: number, date: string) => ['company', company, 'trial balance', date] as const,
  entries: (company: number, before: number, text: string) =>
    ['company', company, 'entries', before, text] as const,
  entry: (company: number, entry: number) => ['company', company, 'entry', entry] as const,
  people: (company: number) => ['company', company, 'people'] as const,
  activity: (company: number, before: number, text: string) =>
    ['company', company, 'activity', before, text] as const,
  found: (company: number, text: string) => ['company', company, 'found', text] as const,
};
