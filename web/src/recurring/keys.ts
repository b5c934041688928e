/** The keys of what this capability asks the server. */
export const recurringKeys = {
  all: (company: number) => ['company', company, 'recurring invoices'] as const,
  preview: (company: number, of: string) =>
    ['company', company, 'recurring invoices', 'preview', of] as const,
};
