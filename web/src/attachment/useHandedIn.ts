import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useCurrentCompany } from '../session/session';
import { send, upload } from '../shared/api';
import type { HandedIn, Listed, SameElsewhere } from './api';

/** Where an entry is; a draft where there is none. */
function placeOf(same: SameElsewhere): string {
  return same.entryId ? `/ledger/entries/${same.entryId}` : '/drafts';
}

export interface Handed {
  papers: Listed[];
  /** Those that are kept somewhere else, too, and where. */
  same: { name: string; to: string }[];
  ids: number[];
  busy: boolean;
  error: Error | null;
  add: (file: File) => void;
  leaveOut: (paper: Listed) => void;
  clear: () => void;
  /** Gives them to the entry that was booked; says where to go then. */
  keep: (entryId: number | undefined, to: string) => Promise<string>;
}

/** Pictures and other papers that are handed in before there is anything to keep them with. */
export function useHandedIn(begin: Listed[] = []): Handed {
  const { company } = useCurrentCompany();
  const base = `/api/v1/companies/${company.id}`;
  const [papers, setPapers] = useState(begin);
  const [same, setSame] = useState<Record<number, SameElsewhere[]>>({});
  // of what is on its way when the form is left out or sent
  const now = useRef(0);
  const add = useMutation({
    mutationFn: async (file: File) => {
      const form = new FormData();
      form.append('file', file);
      const round = now.current;
      return { round, handed: await upload<HandedIn>(`${base}/papers`, form) };
    },
    onSuccess: ({ round, handed }) => {
      if (round === now.current) {
        setPapers((p) => [...p, handed.paper]);
        setSame((s) => ({ ...s, [handed.paper.id]: handed.same }));
      }
    },
  });
  const { mutate, isPending, error } = add;
  return {
    papers,
    same: papers.flatMap((p) => (same[p.id] ?? []).map((s) => ({ name: p.name, to: placeOf(s) }))),
    ids: papers.map((p) => p.id),
    busy: isPending,
    error,
    add: mutate,
    leaveOut: (paper) => {
      setPapers((p) => p.filter((x) => x.id !== paper.id));
      // one that a draft keeps goes when the draft is kept without it
      if (!begin.some((b) => b.id === paper.id)) {
        void send('DELETE', `${base}/papers/${paper.id}`).catch(() => undefined);
      }
    },
    clear: () => {
      now.current += 1;
      setPapers([]);
    },
    keep: async (entryId, to) => {
      if (papers.length === 0 || entryId === undefined) {
        // dated ahead: it is booked when its day has come
        return to;
      }
      try {
        await send('POST', `${base}/ledger/entries/${entryId}/papers`, { paperIds: papers.map((p) => p.id) });
        return to;
      } catch {
        return `/ledger/entries/${entryId}?missing=${papers.length}`;
      }
    },
  };
}
