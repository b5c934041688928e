import { useEffect, useRef } from 'react';

/** Does something at a key, wherever one is, but not while somebody types or a dialog is open. */
export function useKey(key: string, act: () => void) {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    function listen(e: KeyboardEvent) {
      // what has the focus and is worked by Enter keeps it
      const worked = e.key === 'Enter' ? ', a, button, summary' : '';
      const elsewhere = (e.target as HTMLElement).closest(
        `input:not([type=checkbox]), textarea, select, [role=dialog]${worked}`,
      );
      if (e.key === key && !elsewhere && !e.ctrlKey && !e.metaKey && !e.altKey) {
        // the key itself is not typed into what gets the focus
        e.preventDefault();
        latest.current();
      }
    }
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [key]);
}
