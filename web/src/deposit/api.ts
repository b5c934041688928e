import type { Schemas } from '../shared/api';

export type BookedView = Schemas['BookedView'];
export type Counting = Schemas['Counting'];
export type CountLeftover = Schemas['CountLeftover'];
export type CountExplanation = Schemas['CountExplanation'];
export type HandReceipt = Schemas['HandReceipt'];
export type HandView = Schemas['HandView'];
export type NewReceipt = Schemas['NewReceipt'];
export type Proposal = Schemas['ProposalView'];
export type ReceiptView = Schemas['ReceiptView'];
export type SlipCharge = Schemas['SlipCharge'];
export type SlipKept = Schemas['SlipKept'];
export type SlipRow = Schemas['SlipRow'];
export type SlipView = Schemas['SlipView'];
export type SplitView = Schemas['SplitView'];
export type Tender = HandReceipt['tender'];
