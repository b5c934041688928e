import type { Capability } from '../capabilities';
import { AccountFields } from './AccountFields';
import type { FeeChoice, LedgerAccountChoice, OtherAccountChoice, PartsChoice } from './api';
import { CodedFields } from './CodedFields';
import { OtherAccountFields } from './OtherAccountFields';
import { PartsFields } from './PartsFields';

const coded = (d: FeeChoice) => [
  ...(d.costCentre ? [`cost centre ${d.costCentre}`] : []),
  ...(d.taxCode ? [`with tax ${d.taxCode}`] : []),
];

export const capability: Capability = {
  lineBookings: [
    {
      kind: 'FEE',
      words: 'a fee of the bank',
      order: 1,
      byRule: true,
      start: {},
      Fields: CodedFields,
      sentence: (d) => coded(d as FeeChoice),
    },
    { kind: 'INTEREST', words: 'interest', order: 2, byRule: true, start: {} },
    {
      kind: 'TRANSFER',
      words: 'a transfer with another own account',
      order: 3,
      byRule: true,
      start: {},
      complete: (d) => (d as OtherAccountChoice).otherBankAccountId !== undefined,
      Fields: OtherAccountFields,
    },
    { kind: 'IN_TRANSIT', words: 'what waited in transit, cleared by it', order: 4, byRule: true, start: {} },
    {
      kind: 'UNIDENTIFIED',
      words: 'money from somebody unknown',
      order: 8,
      byRule: true,
      fits: (line) => line.in !== undefined,
      start: {},
    },
    {
      kind: 'ACCOUNT',
      words: 'any ledger account',
      order: 9,
      byRule: true,
      start: { account: '' },
      complete: (d) => (d as LedgerAccountChoice).account !== '',
      Fields: AccountFields,
      sentence: (d) => [(d as LedgerAccountChoice).account, ...coded(d as FeeChoice)],
    },
    {
      kind: 'SPLIT',
      words: 'several ledger accounts, in parts',
      order: 10,
      byRule: true,
      start: { parts: [{ account: '' }, { account: '' }] },
      complete: (d) => (d as PartsChoice).parts.every((p) => p.account !== '' && (p.amount ?? p.share)),
      Fields: PartsFields,
      sentence: (d) => [
        (d as PartsChoice).parts.map((p) => `${p.amount ?? `${p.share} %`} to ${p.account}`).join(', '),
      ],
    },
  ],
};
