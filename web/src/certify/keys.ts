/** The keys of what this capability asks the server. */
export const certifyKeys = {
  certificates: (company: number, account: number) =>
    ['company', company, 'account', account, 'certificates'] as const,
  certificate: (company: number, account: number, month: string) =>
    ['company', company, 'account', account, 'month', month, 'certificate'] as const,
};
