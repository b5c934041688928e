import type { Schemas } from '../shared/api';

export type IncomingFileView = Schemas['IncomingFileView'];
export type GuessView = Schemas['GuessView'];
export type InterimView = Schemas['InterimView'];
export type MappingBody = Schemas['MappingBody'];
export type StatementView = Schemas['StatementView'];
export type TriedView = Schemas['TriedView'];
export type TypedView = Schemas['TypedView'];
