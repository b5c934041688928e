import type { Schemas } from '../shared/api';

export type BookedView = Schemas['BookedView'];
export type DraftView = Schemas['DraftView'];
export type EntryView = Schemas['EntryView'];
export type LineView = Schemas['LineView'];
export type Listed = Schemas['Listed'];
export type NewEntry = Schemas['NewEntry'];
export type NewLine = Schemas['NewLine'];
export type Place = Schemas['Place'];
