import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './api-types';
import { sendOnce } from './sending';
import { say } from '../words';

export type Schemas = components['schemas'];

export type AccountView = Schemas['AccountView'];
export type TenderKind = Schemas['TenderRow']['kind'];
export type CompanyView = Schemas['CompanyView'];
export type EntryView = Schemas['EntryView'];
export type Found = Schemas['Found'];
export type PartyName = Schemas['PartyName'];
export type StripMonth = Schemas['StripMonth'];

/** One thing that did not fit, as the server tells it. */
export interface Problem {
  code: string;
  where: string;
  found: string;
  expected: string;
  remedy: string;
  /** What a program may need of it, by name: plain decimals, ISO days, identifiers. */
  values?: Record<string, string>;
  message: string;
}

/** A refusal by the server, with everything a person needs to mend it. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
  ) {
    super(problems[0]?.message ?? say('shared.theServerDidNotUnderstand'));
  }

  get code(): string {
    return this.problems[0]?.code ?? '';
  }
}

/** Whether a refusal is of this field. */
export function refuses(error: unknown, field: string): boolean {
  return error instanceof Refusal && error.problems.some((p) => p.where === field);
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
  fetch: async (request) =>
    request.method === 'GET' || request.url.includes('preview=true')
      ? fetch(request)
      : sendOnce(request, await request.clone().text()),
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
        found: say('shared.anAnswer', { status: response.status }),
        expected: 'another',
        remedy: say('shared.tryAgain'),
        message: say('shared.theServerAnsweredLookWhetherItWas', { status: response.status }),
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

/**
 * Sends a body as JSON where the path is only known when the form is; the caller names the answer's schema.
 *
 * @param key of a change that is sent again after its answer was lost
 */
export async function send<T>(
  method: 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
  key?: string,
): Promise<T> {
  const text = body === undefined ? '' : JSON.stringify(body);
  const request = new Request(new URL(path, window.location.origin), {
    method,
    ...(text && { body: text }),
    headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': cookie('XSRF-TOKEN') },
  });
  const response = path.includes('preview=true') ? await fetch(request) : await sendOnce(request, text, key);
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    throw await refusal(response, answer);
  }
  return answer as T;
}

/** Sends a form with files. */
export async function upload<T>(path: string, form: FormData): Promise<T> {
  const request = new Request(new URL(path, window.location.origin), {
    method: 'POST',
    body: form,
    headers: { 'X-XSRF-TOKEN': cookie('XSRF-TOKEN') },
  });
  const files = Array.from(form.values(), (v) =>
    v instanceof File ? `${v.name} ${v.size} ${v.lastModified}` : v,
  );
  const response = path.includes('preview=true')
    ? await fetch(request)
    : await sendOnce(request, files.join('\n'));
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    throw await refusal(response, body);
  }
  return body as T;
}

/** Asks for a file that the server makes and records, and saves it. */
export async function saved(path: string, body: unknown, name: string): Promise<void> {
  const text = JSON.stringify(body);
  const request = new Request(new URL(path, window.location.origin), {
    method: 'POST',
    body: text,
    headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': cookie('XSRF-TOKEN') },
  });
  const response = await sendOnce(request, text);
  if (!response.ok) {
    throw await refusal(response, await response.json().catch(() => undefined));
  }
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await response.blob());
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
