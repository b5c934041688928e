import type { Schemas } from '../shared/api';

export type WorkPaperView = Schemas['WorkPaperView'];
