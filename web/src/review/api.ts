import type { Schemas } from '../shared/api';

export type NoteView = Schemas['NoteView'];
