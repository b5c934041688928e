/** The keys of what this capability asks the server. */
export const statementsKeys = {
  statements: (company: number, account: number) =>
    ['company', company, 'account', account, 'statements'] as const,
  arrival: (company: number, arrival: number) => ['company', company, 'arrival', arrival] as const,
};
