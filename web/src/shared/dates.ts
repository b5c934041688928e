import { say } from '../words';

const MONTHS = [
  say('shared.jan'),
  say('shared.feb'),
  say('shared.mar'),
  say('shared.apr'),
  say('shared.may'),
  say('shared.jun'),
  say('shared.jul'),
  say('shared.aug'),
  say('shared.sep'),
  say('shared.oct'),
  say('shared.nov'),
  say('shared.dec'),
];
const LONG = [
  say('shared.january'),
  say('shared.february'),
  say('shared.march'),
  say('shared.april'),
  say('shared.may'),
  say('shared.june'),
  say('shared.july'),
  say('shared.august'),
  say('shared.september'),
  say('shared.october'),
  say('shared.november'),
  say('shared.december'),
];
const DAYS = [
  say('shared.sunday'),
  say('shared.monday'),
  say('shared.tuesday'),
  say('shared.wednesday'),
  say('shared.thursday'),
  say('shared.friday'),
  say('shared.saturday'),
];

function parts(iso: string): [number, number, number] {
  const [y = 0, m = 1, d = 1] = iso.split('-').map(Number);
  return [y, m, d];
}

/** `4 Jun`. */
export function shortDate(iso: string): string {
  const [, m, d] = parts(iso);
  return `${d} ${MONTHS[m - 1]}`;
}

/** `4 Jun 2026`. */
export function fullDate(iso: string): string {
  return `${shortDate(iso)} ${parts(iso)[0]}`;
}

/** `Thursday 2 July 2026`. */
export function longDate(iso: string): string {
  const [y, m, d] = parts(iso);
  return `${DAYS[new Date(Date.UTC(y, m - 1, d)).getUTCDay()]} ${d} ${LONG[m - 1]} ${y}`;
}

/** `June` of `2026-06`. */
export function monthName(month: string): string {
  return LONG[parts(month)[1] - 1] ?? month;
}

/** `June 2026` of `2026-06`. */
export function monthTitle(month: string): string {
  return `${monthName(month)} ${parts(month)[0]}`;
}

/** `Jun` of `2026-06`. */
export function monthShort(month: string): string {
  return MONTHS[parts(month)[1] - 1] ?? month;
}

export function lastDay(month: string): string {
  const [y, m] = parts(month);
  return iso(y, m, new Date(Date.UTC(y, m, 0)).getUTCDate());
}

/** `2 Jul 2026, 09:40` in the reader's own time zone. */
export function dateTime(instant: string): string {
  const at = new Date(instant);
  const pad = (n: number) => String(n).padStart(2, '0');
  return `${at.getDate()} ${MONTHS[at.getMonth()]} ${at.getFullYear()}, ${pad(at.getHours())}:${pad(at.getMinutes())}`;
}

function iso(y: number, m: number, d: number): string {
  return `${y}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}`;
}

export function addDays(from: string, days: number): string {
  const [y, m, d] = parts(from);
  return new Date(Date.UTC(y, m - 1, d + days)).toISOString().slice(0, 10);
}

/** Days from one date to another. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);
}

export type DateOrder = 'MONTH_FIRST' | 'DAY_FIRST';

let order: DateOrder = 'MONTH_FIRST';

/** From here on `6/4` is read as the company writes it. */
export function writeDates(first: DateOrder): void {
  order = first;
}

/** How a date may be typed, for hints. */
export function dateHint(): string {
  return order === 'MONTH_FIRST' ? say('shared.4Jun64Or3') : say('shared.4Jun46Or3');
}

/** What a field of a date holds while what was typed is no date: no form sends it, and no server takes it. */
export const UNREADABLE = '?';

/** Whether a form holds a field in error, however deep. */
export function hasUnreadable(value: unknown): boolean {
  return typeof value === 'object' && value !== null
    ? Object.values(value).some(hasUnreadable)
    : value === UNREADABLE;
}

function exact(y: number, m: number, d: number): string | null {
  const day = new Date(Date.UTC(y, m - 1, d));
  return day.getUTCMonth() === m - 1 && day.getUTCDate() === d ? iso(y, m, d) : null;
}

/**
 * Reads what people type for a date: `4 jun`, `jun 4`, `6/4` as the company writes it, `6/4/26`, `2026-06-04`, `+3`, `-1`, `today`, or a bare
 * day of the month. Without a year it is the one nearest to today.
 */
export function readDate(text: string, today: string): string | null {
  const t = text.trim().toLowerCase();
  const [ty, tm] = parts(today);
  if (t === 'today' || t === 't') {
    return today;
  }
  const relative = /^([+-]\d{1,3})$/.exec(t);
  if (relative) {
    return addDays(today, Number(relative[1]));
  }
  const full = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(t);
  if (full) {
    return exact(Number(full[1]), Number(full[2]), Number(full[3]));
  }
  const year = (y: string | undefined, m: number) => {
    if (y) {
      return y.length === 2 ? 2000 + Number(y) : Number(y);
    }
    return m - tm > 6 ? ty - 1 : tm - m > 6 ? ty + 1 : ty;
  };
  const slashed = /^(\d{1,2})\/(\d{1,2})(?:\/(\d{2}|\d{4}))?$/.exec(t);
  if (slashed) {
    const m = Number(slashed[order === 'MONTH_FIRST' ? 1 : 2]);
    const d = Number(slashed[order === 'MONTH_FIRST' ? 2 : 1]);
    return exact(year(slashed[3], m), m, d);
  }
  const worded =
    /^(\d{1,2})\.?\s*([a-z]{3,9})\s*(\d{2}|\d{4})?$/.exec(t) ??
    swap(/^([a-z]{3,9})\s*(\d{1,2})(?:,?\s+(\d{2}|\d{4}))?$/.exec(t));
  if (worded) {
    const m = LONG.findIndex((name) => name.toLowerCase().startsWith(worded[2] ?? '?')) + 1;
    return m > 0 ? exact(year(worded[3], m), m, Number(worded[1])) : null;
  }
  const day = /^(\d{1,2})$/.exec(t);
  return day ? exact(ty, tm, Number(day[1])) : null;
}

function swap(found: RegExpExecArray | null): (string | undefined)[] | null {
  return found ? [found[0], found[2], found[1], found[3]] : null;
}

/** Where this computer is, by its settings; what a new company starts with. */
export function ownTimeZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone;
}
