import type { Schemas } from '../shared/api';

export type BookedView = Schemas['BookedView'];
export type Booking = Schemas['Booking'];
export type CandidateView = Schemas['CandidateView'];
export type GroupView = Schemas['GroupView'];
export type MonthView = Schemas['MonthView'];
export type OpenEntryView = Schemas['OpenEntryView'];
export type OtherEndView = Schemas['OtherEndView'];
export type RowPage = Schemas['RowPage'];
export type RowView = Schemas['RowView'];
export type RuleAtWork = Schemas['RuleAtWork'];
export type ProposedBooking = Schemas['ProposedBooking'];
export type SheetRow = Schemas['SheetRow'];
export type SheetOutcome = Schemas['SheetOutcome'];
