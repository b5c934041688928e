import type { Schemas } from '../shared/api';

export type Dot = Schemas['Dot'];
export type Lane = Schemas['Lane'];
export type Task = Schemas['Task'];
export type TodayView = Schemas['TodayView'];
