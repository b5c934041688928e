/** Forms that were left half typed, kept in this window until they are booked, kept as drafts or begun anew. */
const name = (company: number, kind: string) => `tidemark.form.${company}.${kind}`;

export function unfinished(company: number, kind: string): Record<string, unknown> | undefined {
  const kept = sessionStorage.getItem(name(company, kind));
  return kept ? (JSON.parse(kept) as Record<string, unknown>) : undefined;
}

export function keepUnfinished(company: number, kind: string, body: object): void {
  sessionStorage.setItem(name(company, kind), JSON.stringify(body));
}

export function forgetUnfinished(company: number, kind: string): void {
  sessionStorage.removeItem(name(company, kind));
}

/** Whose forms these are: what one person left half typed is not shown to the next who signs in here. */
export function keepFor(login: string): void {
  const person = login.trim().toLowerCase();
  if (sessionStorage.getItem('tidemark.person') !== person) {
    sessionStorage.clear();
    sessionStorage.setItem('tidemark.person', person);
  }
}
