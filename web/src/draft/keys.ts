/** The keys of what this capability asks the server. */
export const draftKeys = {
  drafts: (company: number, filter: unknown) => ['company', company, 'drafts', filter] as const,
  /** Over several companies; to be asked anew when something of one was posted. */
  waiting: (companies: number[], filter: unknown) => ['waiting', companies, filter] as const,
  allWaiting: ['waiting'] as const,
  draft: (company: number, draft: number) => ['company', company, 'draft', draft] as const,
  runs: (company: number) => ['company', company, 'posting runs'] as const,
};
