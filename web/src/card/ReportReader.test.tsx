import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import { ReportReader } from './ReportReader';

const LOOKED = {
  separator: ';',
  dates: 'UNTOLD',
  decimalPoint: ',',
  header: ['Datum', 'Umsatz', 'Entgelt'],
  rows: [['01.02.2026', '5,00', '0,10']],
  columns: { GROSS: 'Umsatz' },
  known: false,
};

function reader(looked: object) {
  const onRead = vi.fn();
  const sent = answering({
    'POST /api/v1/companies/1/card-processors/4/report/look': { body: looked },
    'POST /api/v1/companies/1/card-processors/4/report': { body: { batches: 1 } },
  });
  const { container } = renderHere(<ReportReader processorId={4} onRead={onRead} />);
  const input = container.querySelector<HTMLInputElement>('input[type=file]');
  return { sent, onRead, input };
}

const file = new File(['Datum;Umsatz;Entgelt'], 'june.csv');

describe('the report of a card processor', () => {
  afterEach(cleanup);

  it('asks which column holds what where it was not seen before, and reads it only when the day is known', async () => {
    const { sent, onRead, input } = reader(LOOKED);
    await person.upload(input as HTMLInputElement, file);
    expect(await screen.findByText('Which column of june.csv holds what?')).toBeTruthy();
    const read = screen.getByText<HTMLButtonElement>('Read it so');
    expect(read.disabled).toBe(true);
    await person.selectOptions(screen.getByLabelText('Day'), 'Datum');
    await person.selectOptions(screen.getByLabelText('Fee'), 'Entgelt');
    expect(read.disabled).toBe(true);
    await person.selectOptions(screen.getByLabelText('Dates are written'), 'DAY_FIRST');
    await person.click(read);
    await waitFor(() => expect(onRead).toHaveBeenCalled());
    expect(sent.map((s) => s.path)).toContain('/api/v1/companies/1/card-processors/4/report');
    expect(await screen.findByText('Batches read: 1')).toBeTruthy();
  });

  it('reads a known one at once', async () => {
    const { onRead, input } = reader({ ...LOOKED, known: true });
    await person.upload(input as HTMLInputElement, file);
    await waitFor(() => expect(onRead).toHaveBeenCalled());
    expect(screen.queryByText(/Which column/)).toBeNull();
  });
});
