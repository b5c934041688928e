/** The keys of what this capability asks the server. */
export const todayKeys = {
  today: (company: number) => ['company', company, 'today'] as const,
};
