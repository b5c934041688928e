import type { Schemas } from '../shared/api';

export type FeeChoice = Schemas['FeeChoice'];
export type InTransitChoice = Schemas['InTransitChoice'];
export type LedgerAccountChoice = Schemas['LedgerAccountChoice'];
export type LineDetails = Schemas['LineDetails'];
export type OtherAccountChoice = Schemas['OtherAccountChoice'];
export type PartChoice = Schemas['PartChoice'];
export type PartsChoice = Schemas['PartsChoice'];
