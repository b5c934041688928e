/** The keys of what this capability asks the server. */
export const partyKeys = {
  receipts: (company: number, filter: unknown) => ['company', company, 'receipts', filter] as const,
};
