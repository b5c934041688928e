import type { KeptPaper } from './api';

/** Forms that were left half typed, kept in this window until they are booked, kept as drafts or begun anew. */
const name = (company: number, kind: string) => `tidemark.form.${company}.${kind}`;
const papersOf = (company: number, kind: string) => `tidemark.papers.${company}.${kind}`;

export function unfinished(company: number, kind: string): Record<string, unknown> | undefined {
  const kept = sessionStorage.getItem(name(company, kind));
  return kept ? (JSON.parse(kept) as Record<string, unknown>) : undefined;
}

/** The papers that were handed in for such a form. */
export function unfinishedPapers(company: number, kind: string): KeptPaper[] {
  const kept = sessionStorage.getItem(papersOf(company, kind));
  return kept ? (JSON.parse(kept) as KeptPaper[]) : [];
}

export function keepUnfinished(company: number, kind: string, body: object, papers: KeptPaper[] = []): void {
  sessionStorage.setItem(name(company, kind), JSON.stringify(body));
  sessionStorage.setItem(papersOf(company, kind), JSON.stringify(papers));
}

export function forgetUnfinished(company: number, kind: string): void {
  sessionStorage.removeItem(name(company, kind));
  sessionStorage.removeItem(papersOf(company, kind));
}

/** Whose forms these are: what one person left half typed is not shown to the next who signs in here. */
export function keepFor(login: string): void {
  const person = login.trim().toLowerCase();
  if (sessionStorage.getItem('tidemark.person') !== person) {
    sessionStorage.clear();
    sessionStorage.setItem('tidemark.person', person);
  }
}
