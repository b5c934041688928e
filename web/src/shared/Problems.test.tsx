import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Refusal, type Problem } from './api';
import { Problems } from './Problems';
import { Unanswered } from './sending';
import { renderHere } from './testing';

const one = (n: number): Problem => ({
  code: `c${n}`,
  where: `line ${n}`,
  found: 'x',
  expected: 'y',
  remedy: 'z',
  message: `Line ${n}: found x.`,
});

describe('Problems', () => {
  afterEach(cleanup);

  it('says nothing while nothing is wrong', () => {
    const { container } = render(<Problems error={null} />);
    expect(container.textContent).toBe('');
  });

  it('leads to the entry, and to the party, that is there already', () => {
    const refusal = new Refusal(409, [
      { ...one(1), values: { entryId: '7' } },
      { ...one(2), values: { partyId: '9' } },
    ]);
    renderHere(<Problems error={refusal} />);
    expect(screen.getAllByRole('link').map((l) => l.getAttribute('href'))).toEqual([
      '/ledger/entries/7',
      '/parties/9',
    ]);
  });

  it('says every problem and how many more there are', () => {
    render(
      <Problems
        error={
          new Refusal(
            422,
            Array.from({ length: 15 }, (_, i) => one(i)),
          )
        }
        title="Not taken."
      />,
    );
    expect(screen.getByRole('alert').textContent).toContain('Not taken.');
    expect(screen.getByText('Line 0: found x.')).toBeTruthy();
    expect(screen.queryByText('Line 12: found x.')).toBeNull();
    expect(screen.getByText('And 3 more of the kind.')).toBeTruthy();
  });

  it('tells a server that does not answer from one that refuses', () => {
    render(<Problems error={new TypeError('Failed to fetch')} />);
    expect(screen.getByText(/does not answer. Look again/)).toBeTruthy();
  });

  it('does not claim to know what a lost answer would have said', () => {
    render(<Problems error={new Unanswered()} title="Not booked." />);
    expect(screen.getByText(/It is not known whether this was done/)).toBeTruthy();
    expect(screen.queryByText('Not booked.')).toBeNull();
  });
});
