import type { Schemas } from '../shared/api';

export type BookedView = Schemas['BookedView'];
export type DraftView = Schemas['DraftView'];
export type GrossLine = Schemas['GrossLine'];
export type RunView = Schemas['RunView'];
export type WaitingItem = Schemas['WaitingItem'];
export type WaitingList = Schemas['WaitingList'];
export type KeptPaper = Schemas['Listed'];
