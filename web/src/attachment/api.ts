import type { Schemas } from '../shared/api';

export type HandedIn = Schemas['HandedIn'];
export type Listed = Schemas['Listed'];
export type PaperDetail = Schemas['PaperDetail'];
export type RetentionSheet = Schemas['RetentionSheet'];
export type SameElsewhere = Schemas['SameElsewhere'];
