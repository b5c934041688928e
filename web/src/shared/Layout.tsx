import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import { placeOf, PLACES, places } from '../capabilities';
import { useCurrentCompany } from '../session/session';
import { api, data } from './api';
import { Finder } from './Finder';
import { KeysHelp } from './KeysHelp';
import { useKey } from './useKey';
import { say } from '../words';

/** The bar over every page: the places in the order of the work, find anything, who one is; under it, what the place holds. */
export function Layout({ children }: { children: ReactNode }) {
  const { session, company, canAdminister, choose } = useCurrentCompany();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [help, setHelp] = useState(false);
  const queries = useQueryClient();
  const signOut = useMutation({
    mutationFn: () => data(api.DELETE('/api/v1/session')),
    onSettled: () => queries.resetQueries(),
  });
  useKey('?', () => setHelp(true));
  const mine = places.filter((p) => !p.administers || canAdminister);
  const here = placeOf(pathname, mine);
  const inside = mine.filter((p) => p.in === here?.in);
  return (
    <>
      <a className="visually-hidden-focusable skip" href="#main">
        {say('shared.goToTheWork')}
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
          <span className="brand-words">{say('shared.tideMark')}</span>
        </span>
        <nav aria-label={say('shared.places')}>
          {Object.entries(PLACES).map(([key, label]) => {
            const first = mine.find((p) => p.in === key);
            return (
              first && (
                <Link
                  key={key}
                  to={first.path}
                  className={here?.in === key ? 'active' : ''}
                  aria-current={here?.in === key ? 'true' : undefined}
                >
                  {label}
                </Link>
              )
            );
          })}
        </nav>
        <Finder />
        <button
          type="button"
          className="top-button"
          aria-label={say('shared.showAllKeys')}
          onClick={() => setHelp(true)}
        >
          ?
        </button>
        <Dropdown align="end">
          <Dropdown.Toggle as="button" type="button" className="me" title={session.name}>
            <span className="me-name">{session.name}</span>
          </Dropdown.Toggle>
          <Dropdown.Menu>
            {mine
              .filter((p) => p.in === 'self')
              .map((p) => (
                <Dropdown.Item key={p.path} as={Link} to={p.path}>
                  {p.label}
                </Dropdown.Item>
              ))}
            <Dropdown.Divider />
            <Dropdown.Item as="button" onClick={() => signOut.mutate()}>
              {say('shared.signOut')}
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
      </header>
      <div className="inside">
        <nav aria-label={here && here.in !== 'self' ? PLACES[here.in] : say('shared.yourOwn')}>
          {inside.map((p) => (
            <NavLink
              key={p.path}
              to={p.path}
              className={p === here ? 'active' : ''}
              aria-current={p === here ? 'page' : undefined}
            >
              {p.label}
              {p.Figure && <p.Figure />}
            </NavLink>
          ))}
        </nav>
        {session.companies.length > 1 ? (
          <select
            className="inside-company"
            aria-label={say('shared.company')}
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
        ) : (
          <span className="inside-company">{company.name}</span>
        )}
      </div>
      <main id="main" tabIndex={-1}>
        {children}
      </main>
      <KeysHelp show={help} onHide={() => setHelp(false)} />
    </>
  );
}
