import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, type ReactNode } from 'react';
import { NavLink, useNavigate } from 'react-router';
import { places } from '../capabilities';
import { PasswordDialog } from '../session/PasswordDialog';
import { useCurrentCompany } from '../session/session';
import { api, data } from './api';
import { Finder } from './Finder';
import { KeysHelp } from './KeysHelp';

/** The bar over every page: where one can go, find anything, who one is. */
export function Layout({ children }: { children: ReactNode }) {
  const { session, company, canAdminister, choose } = useCurrentCompany();
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const [password, setPassword] = useState(false);
  const queries = useQueryClient();
  const signOut = useMutation({
    mutationFn: () => data(api.DELETE('/api/v1/session')),
    onSettled: () => queries.resetQueries(),
  });
  useEffect(() => {
    function key(e: KeyboardEvent) {
      const typing = (e.target as HTMLElement).closest('input, textarea, select');
      if (e.key === '?' && !typing) {
        setHelp(true);
      }
    }
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  return (
    <>
      <a className="visually-hidden-focusable skip" href="#main">
        Go to the work
      </a>
      <header className="top">
        <span className="brand">
          <svg viewBox="0 0 28 20" width="28" height="20" aria-hidden="true">
            <path
              d="M2 8c4-6 8-6 12 0s8 6 12 0"
              fill="none"
              stroke="#F0935C"
              strokeWidth="2.4"
              strokeLinecap="round"
            />
            <path d="M3 16h22" stroke="#FFFDF8" strokeWidth="2" strokeLinecap="round" />
          </svg>
          Tide Mark
        </span>
        <nav aria-label="Main">
          {places
            .filter((p) => !p.administers || canAdminister)
            .map((p) => (
              <NavLink key={p.path} to={p.path} end={p.path === '/'}>
                {p.label}
              </NavLink>
            ))}
        </nav>
        <Finder />
        {session.companies.length > 1 && (
          <select
            className="top-company"
            aria-label="Company"
            value={company.id}
            onChange={(e) => {
              void navigate('/');
              choose(Number(e.target.value));
            }}
          >
            {session.companies.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        )}
        <button type="button" className="top-button" aria-label="Show all keys" onClick={() => setHelp(true)}>
          ?
        </button>
        <button
          type="button"
          className="me"
          title="Your sign-in and password"
          onClick={() => setPassword(true)}
        >
          {session.name}
        </button>
        <button type="button" className="top-button" onClick={() => signOut.mutate()}>
          Sign out
        </button>
      </header>
      <main id="main" tabIndex={-1}>
        {children}
      </main>
      {password && <PasswordDialog onClose={() => setPassword(false)} />}
      <KeysHelp show={help} onHide={() => setHelp(false)} />
    </>
  );
}
