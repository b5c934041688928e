import type { ComponentType } from 'react';
import type { LineDetails } from './api';

/** The line that is booked; none where a rule says what lines are booked as. */
export interface BookedLine {
  accountId: number;
  in?: string;
  out?: string;
}

export interface DetailsProps {
  details: LineDetails;
  /** @param party what stands as payer or payee on the entry now, where the choice says whom it is about */
  onDetails: (details: LineDetails, party?: string) => void;
  line?: BookedLine;
  /** The bank account that a rule is for. */
  accountId?: number;
}

export interface CellProps {
  /** For those who cannot see the column. */
  label: string;
  details: LineDetails;
  /** @param party as in {@link DetailsProps} */
  onDetails: (details: LineDetails, party?: string) => void;
  line: BookedLine;
}

/** One kind of thing that a bank line can be booked as, as its capability brings it. */
export interface LineBookingKind {
  kind: string;
  words: string;
  /** Its place among the others. */
  order: number;
  /** Whether a rule may book it. */
  byRule?: boolean;
  /** Whether it can be what a line is. */
  fits?: (line: BookedLine) => boolean;
  /** Its details before anything was chosen. */
  start: LineDetails;
  /** Whether all has been chosen that must be. */
  complete?: (details: LineDetails) => boolean;
  Fields?: ComponentType<DetailsProps>;
  /** What must be chosen, alone and small enough for a table's cell. */
  Cell?: ComponentType<CellProps>;
  /** Whether the choice itself says who the payer or payee is. */
  namesParty?: boolean;
  /** What a sentence about it goes on with. */
  sentence?: (details: LineDetails) => string[];
}
