/** The keys of what this capability asks the server. */
export const approvalKeys = {
  approvals: (company: number) => ['company', company, 'approvals'] as const,
  of: (company: number, kind: string, subject: number) =>
    ['company', company, 'approvals', kind, subject] as const,
  preview: (company: number, approval: number) =>
    ['company', company, 'approvals', 'preview', approval] as const,
};
