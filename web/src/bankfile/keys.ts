/** The keys of what this capability asks the server. */
export const bankFileKeys = {
  transmission: (company: number, file: number) => ['company', company, 'transmission', file] as const,
};
