import { cleanup, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { DateField } from './DateField';
import { UNREADABLE, writeDates } from './dates';
import { fill, person } from './person';

function Field({ start }: { start: string }) {
  const [value, setValue] = useState(start);
  return (
    <>
      <DateField label="Date" value={value} today="2026-07-02" onChange={setValue} />
      <output>{value}</output>
    </>
  );
}

const input = () => screen.getByLabelText<HTMLInputElement>('Date');
const value = () => screen.getByRole('status').textContent;

describe('DateField', () => {
  afterEach(cleanup);

  it('takes what people type and writes it out when left', async () => {
    render(<Field start="2026-07-02" />);
    await fill(input(), '4 jun');
    expect(value()).toBe('2026-06-04');
    expect(input().value).toBe('4 jun');
    await person.tab();
    expect(input().value).toBe('4 Jun 2026');
  });

  it('keeps what is no date, says so, and gives no date at all', async () => {
    render(<Field start="2026-07-02" />);
    await fill(input(), '31 jun');
    await person.tab();
    expect(input().value).toBe('31 jun');
    expect(screen.getByText(/Not a date/)).toBeTruthy();
    expect(value()).toBe(UNREADABLE);
  });

  it.each(['31 feb', '2/30', 'yesterday', '2026-02-31', '0/1', '13/13'])(
    'takes %s for no date',
    async (text) => {
      render(<Field start="2026-07-02" />);
      await fill(input(), text);
      expect(value()).toBe(UNREADABLE);
      expect(input().className).toContain('is-invalid');
    },
  );

  it('leaves a list as it was while a filter is no date, and can be emptied where it may be', async () => {
    const got: string[] = [];
    const filter = (optional: boolean) => (
      <DateField
        label="Date"
        filter
        optional={optional}
        value="2026-06-04"
        today="2026-07-02"
        onChange={(v) => got.push(v)}
      />
    );
    const { rerender } = render(filter(false));
    await fill(input(), 'soon');
    expect(got).toEqual([]);
    expect(screen.getByText(/The list stays as it was/)).toBeTruthy();
    rerender(filter(true));
    await fill(input(), '');
    expect(got).toEqual(['']);
  });

  it('reads two numbers as the company writes them', async () => {
    writeDates('DAY_FIRST');
    render(<Field start="2026-07-02" />);
    await fill(input(), '4/6');
    expect(value()).toBe('2026-06-04');
    writeDates('MONTH_FIRST');
  });

  it('gives a day from its calendar, also of another month', async () => {
    render(<Field start="2026-06-04" />);
    await person.click(screen.getByLabelText('Pick date from a calendar'));
    expect(screen.getByLabelText('Thursday 4 June 2026').getAttribute('aria-pressed')).toBe('true');
    await person.click(screen.getByText('Earlier'));
    await person.click(screen.getByLabelText('Friday 1 May 2026'));
    expect(value()).toBe('2026-05-01');
    expect(screen.queryByText('Earlier')).toBeNull();
  });
});
