import { useEffect, useState } from 'react';

/** The value as it is once nobody has typed for a moment, so that a preview is asked for once and not at every key. */
export function useDebounced<T>(value: T, ms = 200): T {
  const text = JSON.stringify(value);
  const [settled, setSettled] = useState({ text, value });
  useEffect(() => {
    const timer = setTimeout(() => setSettled({ text, value: JSON.parse(text) as T }), ms);
    return () => clearTimeout(timer);
  }, [text, ms]);
  return settled.value;
}
