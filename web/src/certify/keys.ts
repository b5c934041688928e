/** The keys of what this capability asks the server. */
export const certifyKeys = {
  certificate: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month, 'certificate'] as const,
};
