import type { Schemas } from '../shared/api';

export type WatchedAccount = Schemas['WatchedAccount'];
export type WatchedItem = Schemas['WatchedItem'];
export type WatchedDetail = Schemas['WatchedDetail'];
