import { Navigate, useSearchParams } from 'react-router';
import { controlOf, PATHS } from './roles';

/** Where the lists of all roles once stood under one address. */
export function OldParties() {
  const [search] = useSearchParams();
  const control = controlOf(search.get('control'));
  const rest = new URLSearchParams([...search].filter(([name]) => name !== 'control')).toString();
  return <Navigate to={`${PATHS[control]}${rest && `?${rest}`}`} replace />;
}
