/** The keys of what this capability asks the server. */
export const setupKeys = {
  tokens: (company: number) => ['company', company, 'tokens'] as const,
  backups: (company: number) => ['company', company, 'backups'] as const,
  people: (company: number) => ['company', company, 'people'] as const,
  missingNumbers: (company: number) => ['company', company, 'missing numbers'] as const,
  activity: (company: number, before: number, text: string) =>
    ['company', company, 'activity', before, text] as const,
};
