import type { Schemas } from '../shared/api';

export type BookedView = Schemas['BookedView'];
export type CameBack = Schemas['CameBack'];
export type ReasonChoice = Schemas['ReasonChoice'];
export type ReturnedDetail = Schemas['ReturnedDetail'];
export type ReturnedList = Schemas['ReturnedList'];
export type ReturnedMade = Schemas['ReturnedMade'];
export type ReturnedOriginal = Schemas['ReturnedOriginal'];
export type ReturnedProposal = Schemas['ReturnedProposal'];
export type ReturnedRow = Schemas['ReturnedRow'];
export type ReturnedTerms = Schemas['ReturnedTerms'];
export type ReturnedTimes = Schemas['ReturnedTimes'];
