import type { Schemas } from '../shared/api';

export type CompanyView = Schemas['CompanyView'];
export type Offer = Schemas['Offer'];
export type SessionView = Schemas['SessionView'];
export type TokenView = Schemas['TokenView'];
