/** The keys of what this capability asks the server. */
export const collectionKeys = {
  runs: (company: number) => ['company', company, 'collection runs'] as const,
  run: (company: number, run: number) => ['company', company, 'collection run', run] as const,
  starts: (company: number) => ['company', company, 'collection starts'] as const,
  mandates: (company: number, party?: number) => ['company', company, 'mandates', party ?? 0] as const,
  mandate: (company: number, mandate: number) => ['company', company, 'mandate', mandate] as const,
  mandateForm: (company: number, mandate: number) => ['company', company, 'mandate form', mandate] as const,
  answers: (company: number) => ['company', company, 'bank answers'] as const,
  answersOf: (company: number, file: number) => ['company', company, 'bank answers', file] as const,
  terms: (company: number, account: number) => ['company', company, 'file terms', account] as const,
  holidays: (company: number) => ['company', company, 'bank holidays'] as const,
};
