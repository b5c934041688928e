import type { Schemas } from '../shared/api';

export type RunFile = Schemas['RunFile'];
export type TransmissionView = Schemas['TransmissionView'];
