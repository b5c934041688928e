/** The keys of what this capability asks the server. */
export const linkKeys = {
  bankLinks: (company: number) => ['company', company, 'bank links'] as const,
};
