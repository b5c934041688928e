import type { Schemas } from '../shared/api';

export type BookedView = Schemas['BookedView'];
export type DraftView = Schemas['DraftView'];
export type DueView = Schemas['DueView'];
export type MadeView = Schemas['MadeView'];
export type NewPayment = Schemas['NewPayment'];
export type NewTransfer = Schemas['NewTransfer'];
export type PaymentChoice = Schemas['PaymentChoice'];
export type PaymentView = Schemas['PaymentView'];
export type TransferView = Schemas['TransferView'];
