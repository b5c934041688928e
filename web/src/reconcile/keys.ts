/** The keys of what this capability asks the server. */
export const reconcileKeys = {
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
};
