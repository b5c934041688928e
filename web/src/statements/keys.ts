/** The keys of what this capability asks the server. */
export const statementsKeys = {
  statements: (company: number, account: number) =>
    ['company', company, 'account', account, 'statements'] as const,
  incoming: (company: number, incoming: number) => ['company', company, 'incoming', incoming] as const,
};
