/** The keys of what this capability asks the server. */
export const paymentKeys = {
  payments: (company: number, filter: unknown) => ['company', company, 'payments', filter] as const,
  payment: (company: number, payment: number) => ['company', company, 'payment', payment] as const,
  transfers: (company: number, text: string) => ['company', company, 'transfers', text] as const,
};
