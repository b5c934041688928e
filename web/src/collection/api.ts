import type { Schemas } from '../shared/api';

export type AnswerFile = Schemas['AnswerFileView'];
export type BankAnswer = Schemas['BankAnswerView'];
export type FileTermsForm = Schemas['FileTermsForm'];
export type Holiday = Schemas['Holiday'];
export type MandateDetail = Schemas['MandateDetail'];
export type MandateForm = Schemas['MandateForm'];
export type MandateView = Schemas['MandateView'];
export type NewMandate = Schemas['NewMandate'];
export type RunItem = Schemas['RunItem'];
export type RunRow = Schemas['RunRow'];
export type RunStart = Schemas['RunStart'];
export type RunSummary = Schemas['RunSummary'];
export type RunView = Schemas['CollectionRunView'];
