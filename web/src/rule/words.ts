import { kindOf } from '../linebooking/LineBookingFields';
import type { RuleContent, RuleDraft } from './api';

export type Content = RuleContent;
export type Draft = RuleDraft;

export const TESTS: [Content['textTest'], string][] = [
  ['CONTAINS', 'contains'],
  ['STARTS', 'starts with'],
  ['WORD', 'has the whole words'],
  ['PATTERN', 'is like (* any text, ? one character)'],
];

export const DOES: [Content['does'], string][] = [
  ['BOOK', 'book the line'],
  ['PREFER', 'prefer entries of'],
  ['FORBID', 'never pair with entries of'],
  ['ALLOW', 'let bank and ledger differ by up to'],
];

export const EMPTY: Draft = {
  name: '',
  content: {
    textTest: 'CONTAINS',
    text: '',
    code: '',
    does: 'BOOK',
    kind: 'FEE',
    details: {},
    party: '',
    entryText: '',
  },
};

/** A first rule to begin from where there is none. */
export const EXAMPLE: Draft = {
  name: 'Fee for keeping the account',
  content: { ...EMPTY.content, direction: 'OUT', text: 'MAINTENANCE FEE' },
};

const named = (list: [string, string][], key: string) => list.find(([k]) => k === key)?.[1] ?? key;

/** A rule as a sentence. */
export function sentence(c: Content): string {
  const when: string[] = [];
  if (c.direction) when.push(c.direction === 'IN' ? 'money comes in' : 'money goes out');
  if (c.least && c.most) when.push(`the amount is from ${c.least} to ${c.most}`);
  else if (c.least) when.push(`the amount is at least ${c.least}`);
  else if (c.most) when.push(`the amount is at most ${c.most}`);
  if (c.text) when.push(`the text ${named(TESTS, c.textTest).replace(/ \(.*/, '')} “${c.text}”`);
  if (c.payer) when.push(`the payer or payee is ${c.payer}`);
  if (c.code) when.push(`the bank's code is ${c.code}`);
  if (c.fromDay || c.toDay) when.push(`the day of the month is ${c.fromDay ?? 1} to ${c.toDay ?? 31}`);
  return `When ${when.join(' and ')}: ${then(c)}.`;
}

function then(c: Content): string {
  if (c.does === 'ALLOW') return `${named(DOES, c.does)} ${c.tolerance ?? ''}`;
  if (c.does !== 'BOOK') return `${named(DOES, c.does)} ${c.party}`;
  const kind = kindOf(c.kind);
  const more = [...(kind?.sentence?.(c.details ?? {}) ?? []), c.party].filter(Boolean);
  return `book it as ${[kind?.words ?? c.kind, ...more].join(', ')}`;
}
