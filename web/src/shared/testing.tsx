import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import { http, HttpResponse } from 'msw';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { SessionProvider } from '../session/session';
import type { CompanyView } from './api';
import { server } from './server';

type Role = CompanyView['roles'][number];

/**
 * Renders a part as it stands in the application: signed in, with a place, with a cache of its own.
 * @param others more companies, with the same rights
 */
export function renderHere(
  part: ReactNode,
  roles: Role[] = ['PREPARER'],
  at = '/',
  others: { id: number; name: string }[] = [],
) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const company: CompanyView = {
    id: 1,
    name: 'Quillhaven',
    currency: 'USD',
    onePerson: false,
    secondFactorDue: false,
    limits: { bankAccounts: [], sites: [] },
    amountStyle: 'POINT',
    dateOrder: 'MONTH_FIRST',
    businessDate: '2026-07-02',
    roles,
  };
  const session = {
    firstRun: false,
    login: 'maren',
    name: 'Maren Oduya',
    mustChangePassword: false,
    secondFactor: false,
    spareCodes: 0,
    businessDate: '2026-07-02',
    companies: [company, ...others.map((o) => ({ ...company, ...o }))],
  };
  return render(
    <QueryClientProvider client={queries}>
      <MemoryRouter initialEntries={[at]}>
        <SessionProvider session={session} company={company}>
          {part}
        </SessionProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}

interface Sent {
  method: string;
  path: string;
  body: unknown;
  /** The key that makes a change happen once. */
  key: string | null;
  /** The token against requests of other pages. */
  csrf: string | null;
}

interface Answer {
  status?: number;
  body?: unknown;
  /** Whether the connection breaks before the answer comes. */
  lost?: boolean;
}

/** Answers the interface's calls by method and path, or by the beginning of it before a star; everything that was sent is kept in order. */
export function answering(answers: Record<string, Answer>): Sent[] {
  const sent: Sent[] = [];
  server.use(
    http.all('*', async ({ request }) => {
      const path = new URL(request.url).pathname + new URL(request.url).search;
      const text = request.method === 'GET' ? '' : await request.clone().text();
      sent.push({
        method: request.method,
        path,
        body: text.startsWith('{') ? JSON.parse(text) : text,
        key: request.headers.get('Idempotency-Key'),
        csrf: request.headers.get('X-XSRF-TOKEN'),
      });
      const asked = `${request.method} ${path}`;
      const open = Object.keys(answers).find((k) => k.endsWith('*') && asked.startsWith(k.slice(0, -1)));
      const answer = answers[asked] ??
        (open === undefined ? undefined : answers[open]) ?? { status: 404, body: { problems: [] } };
      if (answer.lost) {
        return HttpResponse.error();
      }
      return answer.body === undefined
        ? new HttpResponse(null, { status: answer.status ?? 200, headers: { 'Content-Length': '0' } })
        : HttpResponse.json(answer.body as object, { status: answer.status ?? 200 });
    }),
  );
  return sent;
}

export function problem(code: string, message: string) {
  return { problems: [{ code, message, where: '', found: 'f', expected: 'e', remedy: 'r' }] };
}

/** Who is found by typing, and who they are. */
export function theParties(parties: { id: number; control: string; name: string; code: string }[]) {
  return {
    'GET /api/v1/companies/1/found*': {
      body: {
        found: parties.map((p) => ({
          kind: 'PARTY',
          id: p.id,
          title: p.name,
          detail: p.code,
          tags: [p.control, 'active'],
        })),
        more: false,
        complete: true,
      },
    },
    ...Object.fromEntries(
      parties.map((p) => [`GET /api/v1/companies/1/party-names?id=${p.id}`, { body: [p] }]),
    ),
  };
}
