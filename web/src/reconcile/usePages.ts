import { useCallback, useEffect, useRef, useState } from 'react';

/** How long the sight must rest before what has come into it is fetched, in milliseconds. */
const REST = 120;

/**
 * The pages to fetch. What comes into sight after a rest is fetched at once; while the rows are flung past, only where
 * they come to rest, so that scrolling does not wait for pages nobody sees.
 */
export function usePages() {
  const [pages, setPages] = useState<number[]>([0]);
  const latest = useRef<number[]>([0]);
  const moved = useRef(-REST);
  const timer = useRef<number | undefined>(undefined);
  useEffect(() => () => window.clearTimeout(timer.current), []);

  const see = useCallback((next: number[]) => {
    if (next.join() === latest.current.join()) {
      return;
    }
    latest.current = next;
    const now = performance.now();
    const rested = now - moved.current >= REST;
    moved.current = now;
    window.clearTimeout(timer.current);
    if (rested) {
      setPages(next);
    } else {
      timer.current = window.setTimeout(() => setPages(latest.current), REST);
    }
  }, []);

  const restart = useCallback(() => {
    window.clearTimeout(timer.current);
    latest.current = [0];
    setPages([0]);
  }, []);

  return { pages, see, restart };
}
