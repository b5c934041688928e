import type { Schemas } from '../shared/api';

export type AgingView = Schemas['AgingView'];
export type BookedView = Schemas['BookedView'];
export type DraftView = Schemas['DraftView'];
export type ItemPart = Schemas['ItemPart'];
export type ItemView = Schemas['ItemView'];
export type NewInvoice = Schemas['NewInvoice'];
export type NewReceipt = Schemas['NewReceipt'];
export type PartyCard = Schemas['PartyCard'];
export type PartyChoice = Schemas['PartyChoice'];
export type PartyPage = Schemas['PartyPage'];
export type PartyRole = Schemas['PartyRole'];
export type PartyView = Schemas['PartyView'];
export type ProposalView = Schemas['ProposalView'];
export type ReceiptView = Schemas['ReceiptView'];
export type RoleView = Schemas['RoleView'];
export type SettlementView = Schemas['SettlementView'];
export type Sister = Schemas['Sister'];
