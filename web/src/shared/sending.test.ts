import { describe, expect, it } from 'vitest';
import { sendOnce } from './sending';

/** Counts what reaches the server, by path; answers wait until they are let go. */
function server() {
  const asked: string[] = [];
  const waiting: (() => void)[] = [];
  globalThis.fetch = (input: RequestInfo | URL) => {
    asked.push(new URL((input as Request).url).pathname);
    return new Promise((done) =>
      waiting.push(() =>
        done(new Response('{}', { status: 200, headers: { 'Content-Type': 'application/json' } })),
      ),
    );
  };
  return { asked, answer: () => waiting.splice(0).forEach((go) => go()) };
}

const change = (path: string, body = '{}') =>
  sendOnce(new Request(`http://here${path}`, { method: 'POST', body }), body);

describe('a change', () => {
  it('is sent once for a double click, while it is under way and just after', async () => {
    const { asked, answer } = server();
    const first = change('/fetch');
    const second = change('/fetch');
    answer();
    expect((await first).ok && (await second).ok).toBe(true);
    const third = change('/fetch');
    answer();
    await third;
    expect(asked).toEqual(['/fetch']);
  });

  it('is sent anew where something else was changed in between', async () => {
    const { asked, answer } = server();
    for (const path of ['/poll', '/trouble', '/poll']) {
      const sent = change(path);
      answer();
      await sent;
    }
    expect(asked).toEqual(['/poll', '/trouble', '/poll']);
  });

  it('is sent anew where something else was changed while it was under way', async () => {
    const { asked, answer } = server();
    const both = [change('/renew'), change('/end')];
    answer();
    await Promise.all(both);
    const again = change('/renew');
    answer();
    await again;
    expect(asked).toEqual(['/renew', '/end', '/renew']);
  });

  it('with another body is another one', async () => {
    const { asked, answer } = server();
    const both = [change('/book', '{"amount":"1"}'), change('/book', '{"amount":"2"}')];
    answer();
    await Promise.all(both);
    expect(asked).toEqual(['/book', '/book']);
  });
});
