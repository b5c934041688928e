import text from '../../../docs/glossary.md?raw';

/** Words and what they mean, from the rows of a table whose first two columns they are. */
export function wordsOf(markdown: string): [word: string, meaning: string][] {
  return markdown
    .split('\n')
    .filter((line) => line.startsWith('| ') && !line.startsWith('| word '))
    .map((line) => line.split('|').map((cell) => cell.trim().replace(/[*`]/g, '')))
    .map(([, word = '', meaning = '']) => [word, meaning]);
}

export const glossary = wordsOf(text);
