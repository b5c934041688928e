import { say } from '../words';

/** How a change is sent so that it happens once: with a key of its own, again when the answer was lost. */

/** The connection broke before an answer came: whether the change was made is not known. */
export class Unanswered extends Error {
  constructor() {
    super(say('shared.theConnectionWasLostBeforeAnAnswer2'));
  }
}

const PAUSES = [600, 2_000];
/** Two of the same within this time are one: the second click of a double click. */
const ONE_CLICK = 1_000;

const underWay = new Map<string, Promise<Response>>();
/** Those among them that were answered within the last second. */
const answered = new Set<string>();
/** How many changes were sent. */
let turns = 0;

/** A key that no other change has; also where the page is not served securely. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Whether an answer comes from something between, which cannot know what the server did. */
function isLost(response: Response): boolean {
  const ours = (response.headers.get('Content-Type') ?? '').includes('json');
  return [502, 503, 504].includes(response.status) && !ours;
}

/** Sends again with the same key while no answer comes, so that the server does it once at the most. */
async function untilAnswered(request: Request): Promise<Response> {
  for (const ms of [...PAUSES, 0]) {
    try {
      const response = await fetch(request.clone());
      if (!isLost(response)) {
        return response;
      }
    } catch {
      // nothing came back; the change may have been made or not
    }
    if (ms > 0) {
      await pause(ms);
    }
  }
  throw new Unanswered();
}

/**
 * Sends a change. The same change sent again while it is under way, or within a second after, is the same one: both get
 * its answer. Where something else was changed in between, it is meant once more.
 *
 * @param key of the change; made anew unless it is sent again after its answer was lost
 * @param same what tells it from others
 */
export async function sendOnce(request: Request, same: string, key = newKey()): Promise<Response> {
  const name = `${request.method} ${request.url} ${same}`;
  const known = underWay.get(name);
  if (known) {
    return (await known).clone();
  }
  answered.forEach((other) => underWay.delete(other));
  answered.clear();
  request.headers.set('Idempotency-Key', key);
  const turn = ++turns;
  const sent = untilAnswered(request);
  underWay.set(name, sent);
  const forget = () => {
    if (underWay.get(name) === sent) {
      underWay.delete(name);
      answered.delete(name);
    }
  };
  sent.then((response) => {
    // what was overtaken by another change may be meant once more as soon as it is answered
    if (response.ok && turn === turns) {
      answered.add(name);
      setTimeout(forget, ONE_CLICK);
    } else {
      forget();
    }
  }, forget);
  return (await sent).clone();
}
