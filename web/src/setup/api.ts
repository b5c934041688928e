import type { Schemas } from '../shared/api';

export type AddedAccount = Schemas['AddedAccount'];
export type BankAccountView = Schemas['BankAccountView'];
export type ChartTaken = Schemas['ChartTaken'];
export type Created = Schemas['Created'];
export type NewAccount = Schemas['NewAccount'];
export type PersonView = Schemas['PersonView'];
export type SetUpView = Schemas['SetUpView'];
export type TakenOver = Schemas['TakenOver'];
export type MoneyIn = Schemas['MoneyIn'];
export type TenderRow = Schemas['TenderRow'];
