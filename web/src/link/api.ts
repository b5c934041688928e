import type { Schemas } from '../shared/api';

export type BankSignIn = Schemas['BankSignIn'];
export type FetchedView = Schemas['FetchedView'];
export type LinkView = Schemas['LinkView'];
