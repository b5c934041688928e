import { useState } from 'react';
import type { RowView } from './api';

type Rows = Map<number, RowView>;

/** A line of the ladder that is looked at, and the place it was seen at. */
interface Chosen {
  line: number | undefined;
  place: number;
}

/** The place of a chosen line: where it stands now, or, while it is not among the rows, where it was seen. */
export function placeOf(chosen: Chosen, rows: Rows, total: number): number {
  if (chosen.line !== undefined && rows.get(chosen.place)?.lineId !== chosen.line) {
    for (const [place, row] of rows) {
      if (row.lineId === chosen.line) {
        return place;
      }
    }
  }
  return Math.min(chosen.place, Math.max(total - 1, 0));
}

/** The next open line after a place, by what it is, so that it stays the same line when the list shrinks under it. */
export function nextOpen(rows: Rows, after: number, total: number): Chosen | null {
  for (let place = after + 1; place < total; place++) {
    const row = rows.get(place);
    if (row?.state === 'OPEN') {
      return { line: row.lineId, place };
    }
  }
  return null;
}

/** The line that is looked at; without a choice, the first under the tide line. */
export function useCursor(rows: Rows, total: number, tide: number, start: number | undefined) {
  const [chosen, setChosen] = useState<Chosen | null>(start === undefined ? null : { line: start, place: 0 });
  const here =
    chosen === null ? Math.min(Math.max(tide, 0), Math.max(total - 1, 0)) : placeOf(chosen, rows, total);
  return {
    here,
    chosen,
    /** Looks at a place of the list. */
    go: (place: number) => {
      const to = Math.min(Math.max(place, 0), Math.max(total - 1, 0));
      setChosen({ line: rows.get(to)?.lineId, place: to });
    },
    /** Looks at a place of another list, which is not here yet. */
    at: (place: number) => setChosen({ line: undefined, place }),
    /** Back to the first line under the tide line. */
    restart: () => setChosen(null),
    /** On to the next open line, unless the person has gone elsewhere meanwhile. */
    forward: () => {
      const next = nextOpen(rows, here, total);
      setChosen((now) => (now === chosen ? next : now));
    },
    /** Lets go of the choice, unless the person has gone elsewhere meanwhile. */
    release: () => setChosen((now) => (now === chosen ? null : now)),
  };
}
