import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { fill } from '../shared/person';
import { renderHere } from '../shared/testing';
import { glossary } from './glossary';
import GlossaryPage from './GlossaryPage';

describe('the glossary', () => {
  afterEach(cleanup);

  it('has each word once, with what it means', () => {
    expect(glossary.length).toBeGreaterThanOrEqual(40);
    expect(new Set(glossary.map(([word]) => word)).size).toBe(glossary.length);
    expect(glossary.filter(([word, meaning]) => word === '' || meaning.length < 10)).toEqual([]);
    expect(glossary.some(([word]) => word.startsWith('--'))).toBe(false);
  });

  it('is narrowed by what is typed', async () => {
    renderHere(<GlossaryPage />);
    await fill(screen.getByLabelText('Find a word'), 'tide line');
    expect(screen.getAllByRole('row')).toHaveLength(1);
    await fill(screen.getByLabelText('Find a word'), 'zzz');
    screen.getByText('No word fits.');
  });
});
