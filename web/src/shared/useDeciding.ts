import { useState } from 'react';
import { useKey } from './useKey';

/**
 * Going through the rows of a run by keys: the arrows move, and after a decision the next that is to be decided comes up.
 * @param undecided whether something of a row is still to be decided
 */
export function useDeciding<R extends { partyId: number }>(rows: R[], undecided: (row: R) => boolean) {
  const [here, setHere] = useState<number>();
  const [doing, setDoing] = useState<'change' | 'skip'>();
  const current = rows.find((r) => r.partyId === here) ?? rows.find(undecided) ?? rows[0];
  const go = (row: R | undefined) => {
    setDoing(undefined);
    setHere(row?.partyId);
  };
  const move = (by: number) => {
    const at = rows.findIndex((r) => r.partyId === current?.partyId);
    go(rows[Math.min(rows.length - 1, Math.max(0, at + by))]);
  };
  /** @param stay whether what was decided was taken back, so that one looks at it again */
  const decided = (row: R, stay: boolean) => {
    const at = rows.findIndex((r) => r.partyId === row.partyId);
    const after = [...rows.slice(at + 1), ...rows.slice(0, at)];
    go(stay ? row : (after.find(undecided) ?? row));
  };
  useKey('ArrowDown', () => move(1));
  useKey('ArrowUp', () => move(-1));
  return { current, doing, setDoing, go, decided };
}
