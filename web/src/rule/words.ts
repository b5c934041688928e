import { kindOf } from '../linebooking/LineBookingFields';
import type { RuleContent, RuleDraft } from './api';
import { say } from '../words';

export type Content = RuleContent;
export type Draft = RuleDraft;

export const TESTS: [Content['textTest'], string][] = [
  ['CONTAINS', say('rule.contains')],
  ['STARTS', say('rule.startsWith')],
  ['WORD', say('rule.hasTheWholeWords')],
  ['PATTERN', say('rule.isLikeAnyTextOneCharacter')],
];

export const DOES: [Content['does'], string][] = [
  ['BOOK', say('rule.bookTheLine')],
  ['PREFER', say('rule.preferEntriesOf')],
  ['FORBID', say('rule.neverPairWithEntriesOf')],
  ['ALLOW', say('rule.letBankAndLedgerDifferByUp')],
  ['RETURN', say('rule.openItAsAnItemThatCameBack')],
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
  name: say('rule.feeForKeepingTheAccount'),
  content: { ...EMPTY.content, direction: 'OUT', text: say('rule.maintenanceFee') },
};

const named = (list: [string, string][], key: string) => list.find(([k]) => k === key)?.[1] ?? key;

/** A rule as a sentence. */
export function sentence(c: Content): string {
  const when: string[] = [];
  if (c.direction) when.push(c.direction === 'IN' ? say('rule.moneyComesIn') : say('rule.moneyGoesOut'));
  if (c.least && c.most) when.push(say('rule.theAmountIsFromTo', { least: c.least, most: c.most }));
  else if (c.least) when.push(say('rule.theAmountIsAtLeast', { least: c.least }));
  else if (c.most) when.push(say('rule.theAmountIsAtMost', { most: c.most }));
  if (c.text)
    when.push(say('rule.theText2', { replace: named(TESTS, c.textTest).replace(/ \(.*/, ''), text: c.text }));
  if (c.payer) when.push(say('rule.thePayerOrPayeeIs', { payer: c.payer }));
  if (c.code) when.push(say('rule.theBanksCodeIs', { code: c.code }));
  if (c.fromDay || c.toDay)
    when.push(say('rule.theDayOfTheMonthIsTo', { fromDay: c.fromDay ?? 1, toDay: c.toDay ?? 31 }));
  return say('rule.when', { when: when.join(say('rule.and')), what: then(c) });
}

function then(c: Content): string {
  if (c.does === 'ALLOW') return `${named(DOES, c.does)} ${c.tolerance ?? ''}`;
  if (c.does === 'RETURN') return named(DOES, c.does);
  if (c.does !== 'BOOK') return `${named(DOES, c.does)} ${c.party}`;
  const kind = kindOf(c.kind);
  const more = [...(kind?.sentence?.(c.details ?? {}) ?? []), c.party].filter(Boolean);
  return say('rule.bookItAs', { value: [kind?.words ?? c.kind, ...more].join(', ') });
}
