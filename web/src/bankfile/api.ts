import type { Schemas } from '../shared/api';

export type RunFile = Schemas['RunFile'];
