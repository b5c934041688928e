import type { IncomingFileView, InterimView, StatementView } from './api';

/** What became of a file, in words. */
export const STATES: Record<IncomingFileView['state'], string> = {
  READING: 'being read',
  MAPPING: 'waits to be shown its columns',
  WAITS: 'waits for a decision',
  TAKEN: 'taken',
  NOTHING_NEW: 'nothing new in it',
  LEFT: 'left',
  REFUSED: 'refused',
  CANCELLED: 'cancelled',
};

export const SOURCES: Record<StatementView['source'], string> = {
  FILE: 'file',
  FOLDER: 'watched folder',
  LINK: 'bank link',
  PAPER: 'paper',
};

export const INTERIM: Record<InterimView['state'], string> = {
  SEEN: 'not on a statement yet',
  CONFIRMED: 'confirmed by a statement',
  GONE: 'dropped',
};

/** A number of lines, in words that fit it. */
export function lineCount(count: number, kind = ''): string {
  return `${count.toLocaleString('en')} ${kind}${kind && ' '}${count === 1 ? 'line' : 'lines'}`;
}

/** The formats a statement can be had in, and how they are called. */
export const FORMATS: [string, string][] = [
  ['CAMT', 'camt.053'],
  ['OFX', 'OFX'],
  ['CSV', 'CSV'],
  ['XLSX', 'XLSX'],
];
