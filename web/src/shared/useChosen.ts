import { useState } from 'react';

/** Which rows of a list are ticked; with shift all from the one ticked last, as long as they are listed. */
export function useChosen<K>(listed: K[]) {
  const [chosen, setChosen] = useState<K[]>([]);
  const [last, setLast] = useState<K>();
  const there = chosen.filter((k) => listed.includes(k));
  return {
    chosen: there,
    all: (on: boolean) => setChosen(on ? listed : []),
    toggle: (key: K, range: boolean) => {
      const on = !there.includes(key);
      const from = range && last !== undefined ? listed.indexOf(last) : -1;
      const to = listed.indexOf(key);
      const some = from < 0 ? [key] : listed.slice(Math.min(from, to), Math.max(from, to) + 1);
      const others = there.filter((k) => !some.includes(k));
      setChosen(on ? [...others, ...some] : others);
      setLast(key);
    },
  };
}
