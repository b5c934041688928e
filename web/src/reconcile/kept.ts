import { ALL, type Filter, type Place } from './useMonth';

interface Kept {
  filter: Filter;
  line?: number;
}

const name = (p: Place) => `tidemark.ladder.${p.companyId}.${p.accountId}.${p.month}`;

/**
 * Whether a person has the proof folded away, on every ladder. Until they say, it is in a narrow window, where it would
 * leave the texts of bank and ledger no room.
 */
export function keptFold(): boolean {
  const kept = localStorage.getItem('tidemark.proof');
  return kept === null ? window.matchMedia('(max-width: 68.75em)').matches : kept === 'folded';
}

export function keepFold(folded: boolean): void {
  localStorage.setItem('tidemark.proof', folded ? 'folded' : 'open');
}

/** The filter and line that a person left a ladder with, for when they come back. */
export function kept(place: Place): Kept {
  const text = sessionStorage.getItem(name(place));
  return text ? (JSON.parse(text) as Kept) : { filter: ALL };
}

export function keep(place: Place, what: Kept): void {
  sessionStorage.setItem(name(place), JSON.stringify(what));
}
