/** The keys of what this capability asks the server. */
export const ruleKeys = {
  rules: (company: number) => ['company', company, 'rules'] as const,
};
