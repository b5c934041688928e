import { useCallback, useState, type ReactNode } from 'react';
import { useCurrentCompany } from '../session/session';
import { forgetUnfinished, keepUnfinished, unfinished } from './unfinished';
import { say } from '../words';

/**
 * The fields of a form that may be left half typed: what was typed is kept in this window and back when the form is
 * opened again, until the form is done or begun anew.
 *
 * @param kind names the form and what it is about
 */
export function useKept<T extends object>(kind: string, initial: T | (() => T)) {
  const { company } = useCurrentCompany();
  const [first] = useState(initial);
  const [restored, setRestored] = useState(() => unfinished(company.id, kind) !== undefined);
  const [form, setState] = useState<T>(() => ({ ...first, ...unfinished(company.id, kind) }));
  const set = useCallback(
    (next: T) => {
      keepUnfinished(company.id, kind, next);
      setState(next);
    },
    [company.id, kind],
  );
  const forget = useCallback(() => {
    forgetUnfinished(company.id, kind);
    setRestored(false);
  }, [company.id, kind]);
  const again = useCallback(() => {
    forget();
    setState(first);
  }, [forget, first]);
  const notice: ReactNode = restored && (
    <p className="told" role="status">
      {say('draft.whatYouHadTypedHereIsBack')}
      <button type="button" className="as-link" onClick={again}>
        {say('draft.beginAnew')}
      </button>
    </p>
  );
  return { form, set, forget, again, notice };
}
