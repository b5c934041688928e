import type { IncomingFileView, InterimView, StatementView } from './api';
import { say } from '../words';

/** What became of a file, in words. */
export const STATES: Record<IncomingFileView['state'], string> = {
  READING: say('statements.beingRead'),
  MAPPING: say('statements.waitsToBeShownItsColumns'),
  WAITS: say('statements.waitsForADecision'),
  TAKEN: say('statements.taken'),
  NOTHING_NEW: say('statements.nothingNewInIt'),
  LEFT: say('statements.left'),
  REFUSED: say('statements.refused'),
  CANCELLED: say('statements.cancelled'),
};

export const SOURCES: Record<StatementView['source'], string> = {
  FILE: say('statements.file2'),
  FOLDER: say('statements.watchedFolder'),
  LINK: say('statements.bankLink'),
  PAPER: say('statements.paper'),
};

export const INTERIM: Record<InterimView['state'], string> = {
  SEEN: say('statements.notOnAStatementYet'),
  CONFIRMED: say('statements.confirmedByAStatement'),
  GONE: say('statements.dropped'),
};

/** A number of lines, in words that fit it. */
export function lineCount(count: number, kind = ''): string {
  return `${count.toLocaleString('en')} ${kind}${kind && ' '}${count === 1 ? say('statements.line2') : say('statements.lines2')}`;
}

/** The formats a statement can be had in, and how they are called. */
export const FORMATS: [string, string][] = [
  ['CAMT', 'camt.053'],
  ['OFX', 'OFX'],
  ['CSV', 'CSV'],
  ['XLSX', 'XLSX'],
];
