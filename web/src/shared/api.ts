import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './api-types';

export type Schemas = components['schemas'];

/** One thing that did not fit, as the server tells it. */
export interface Problem {
  code: string;
  where: string;
  found: string;
  expected: string;
  remedy: string;
  message: string;
}

/** A refusal by the server, with everything a person needs to mend it. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
  ) {
    super(problems[0]?.message ?? 'The server did not understand.');
  }

  get code(): string {
    return this.problems[0]?.code ?? '';
  }
}

function cookie(name: string): string {
  const found = document.cookie.split('; ').find((c) => c.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : '';
}

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') {
      request.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN'));
    }
    return request;
  },
};

export const api = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: (request) => fetch(request),
});
api.use(csrf);

async function refusal(response: Response, body: unknown): Promise<Refusal> {
  const problems = (body as { problems?: Problem[] } | undefined)?.problems;
  return new Refusal(
    response.status,
    problems ?? [
      {
        code: 'unexpected',
        where: '',
        found: `an answer ${response.status}`,
        expected: 'another',
        remedy: 'Try again.',
        message: `The server answered ${response.status}. Try again; nothing was changed.`,
      },
    ],
  );
}

/** The data of an answer, or the refusal thrown. */
export async function data<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data: body, error, response } = await answer;
  if (!response.ok) {
    throw await refusal(response, error);
  }
  return body as T;
}

/** Sends a body as JSON where the path is only known when the form is; the caller names the answer's schema. */
export async function send<T>(method: 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  const response = await fetch(path, {
    method,
    ...(body !== undefined && { body: JSON.stringify(body) }),
    headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': cookie('XSRF-TOKEN') },
  });
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    throw await refusal(response, answer);
  }
  return answer as T;
}

/** Sends a form with files. */
export async function upload<T>(path: string, form: FormData): Promise<T> {
  const response = await fetch(path, {
    method: 'POST',
    body: form,
    headers: { 'X-XSRF-TOKEN': cookie('XSRF-TOKEN') },
  });
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    throw await refusal(response, body);
  }
  return body as T;
}
