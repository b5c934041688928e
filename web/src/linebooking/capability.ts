import type { Capability } from '../capabilities';
import { AccountFields } from './AccountFields';
import type { FeeChoice, InTransitChoice, LedgerAccountChoice, OtherAccountChoice, PartsChoice } from './api';
import { AccountCell, OtherAccountCell } from './cells';
import { CodedFields } from './CodedFields';
import { MEANS, MeansFields } from './MeansFields';
import { OtherAccountFields } from './OtherAccountFields';
import { hasPlace, placeWords } from './parts';
import { PartsFields } from './PartsFields';
import { say } from '../words';

const coded = (d: FeeChoice) => [
  ...(d.costCentre ? [say('linebooking.costCentre2', { costCentre: d.costCentre })] : []),
  ...(d.taxCode ? [say('linebooking.withTax', { taxCode: d.taxCode })] : []),
];

export const capability: Capability = {
  lineBookings: [
    {
      kind: 'FEE',
      words: say('linebooking.aFeeOfTheBank'),
      order: 1,
      byRule: true,
      start: {},
      Fields: CodedFields,
      sentence: (d) => coded(d as FeeChoice),
    },
    { kind: 'INTEREST', words: say('linebooking.interest'), order: 2, byRule: true, start: {} },
    {
      kind: 'TRANSFER',
      words: say('linebooking.aTransferWithAnotherOwnAccount'),
      order: 3,
      byRule: true,
      start: {},
      complete: (d) => (d as OtherAccountChoice).otherBankAccountId !== undefined,
      Fields: OtherAccountFields,
      Cell: OtherAccountCell,
    },
    {
      kind: 'IN_TRANSIT',
      words: say('linebooking.whatWaitedInTransitClearedByIt'),
      order: 4,
      byRule: true,
      start: {},
      Fields: MeansFields,
      sentence: (d) => {
        const { means } = d as InTransitChoice;
        return means ? [MEANS[means]] : [];
      },
    },
    {
      kind: 'UNIDENTIFIED',
      words: say('linebooking.moneyFromSomebodyUnknown'),
      order: 8,
      byRule: true,
      fits: (line) => line.in !== undefined,
      start: {},
    },
    {
      kind: 'BANK_ERROR',
      words: say('linebooking.anErrorOfTheBankUntil'),
      order: 8.5,
      start: {},
    },
    {
      kind: 'ACCOUNT',
      words: say('linebooking.anyLedgerAccount'),
      order: 9,
      byRule: true,
      start: { account: '' },
      complete: (d) => (d as LedgerAccountChoice).account !== '',
      Fields: AccountFields,
      Cell: AccountCell,
      sentence: (d) => [(d as LedgerAccountChoice).account, ...coded(d as FeeChoice)],
    },
    {
      kind: 'SPLIT',
      words: say('linebooking.severalLedgerAccountsInParts'),
      order: 10,
      byRule: true,
      start: { parts: [{ account: '' }, { account: '' }] },
      complete: (d) => (d as PartsChoice).parts.every((p) => hasPlace(p) && (p.amount ?? p.share)),
      Fields: PartsFields,
      sentence: (d) => [
        (d as PartsChoice).parts
          .map((p) =>
            say('linebooking.to', {
              amount: p.amount ?? `${p.share} %`,
              account: p.account || placeWords(p),
            }),
          )
          .join(', '),
      ],
    },
  ],
};
