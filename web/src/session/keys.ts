/** The keys of what this capability asks the server. */
export const sessionKeys = {
  session: ['session'] as const,
  places: ['places'] as const,
  tokens: ['tokens'] as const,
};
