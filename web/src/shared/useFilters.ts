import { useSearchParams } from 'react-router';

/** What a list is narrowed by, kept in the address: what is there of each name, and a way to change some. */
export function useFilters<K extends string>(
  names: readonly K[],
): [Record<K, string>, (part: Partial<Record<K, string>>) => void] {
  const [search, setSearch] = useSearchParams();
  const now = Object.fromEntries(names.map((k) => [k, search.get(k) ?? ''])) as Record<K, string>;
  const set = (part: Partial<Record<K, string>>) => setSearch(filled({ ...now, ...part }), { replace: true });
  return [now, set];
}

/** Those that narrow something. */
export function filled(filters: Record<string, string | undefined>): Record<string, string> {
  return Object.fromEntries(Object.entries(filters).filter((f): f is [string, string] => Boolean(f[1])));
}
