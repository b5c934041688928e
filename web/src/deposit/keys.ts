/** The keys of what this capability asks the server. */
export const depositKeys = {
  hand: (company: number, filter: unknown) => ['company', company, 'receipts in hand', filter] as const,
  slips: (company: number, filter: unknown) => ['company', company, 'deposit slips', filter] as const,
  slip: (company: number, slip: number) => ['company', company, 'deposit slip', slip] as const,
};
