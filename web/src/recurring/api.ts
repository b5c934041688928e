import type { Schemas } from '../shared/api';

export type BookedView = Schemas['BookedView'];
export type RecurringForm = Schemas['RecurringForm'];
export type RecurringList = Schemas['RecurringList'];
export type RecurringView = Schemas['RecurringView'];
