import type { Schemas } from '../shared/api';

export type Condition = Schemas['Condition'];
export type MonthView = Schemas['MonthView'];
