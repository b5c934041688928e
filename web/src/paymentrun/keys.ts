/** The keys of what this capability asks the server. */
export const paymentRunKeys = {
  runs: (company: number) => ['company', company, 'payment runs'] as const,
  run: (company: number, run: number) => ['company', company, 'payment run', run] as const,
  starts: (company: number) => ['company', company, 'payment run starts'] as const,
};
