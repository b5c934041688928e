/** The keys of what this capability asks the server. */
export const ledgerKeys = {
  accountLines: (company: number, account: number, from: string, to: string, part: string) =>
    ['company', company, 'ledger', account, from, to, part] as const,
  trialBalance: (company: number, date: string) => ['company', company, 'trial balance', date] as const,
  entries: (company: number, before: number, text: string) =>
    ['company', company, 'entries', before, text] as const,
  entry: (company: number, entry: number) => ['company', company, 'entry', entry] as const,
};
