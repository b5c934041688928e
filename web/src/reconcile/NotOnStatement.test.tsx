import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { MonthView } from './api';
import { answering, renderHere } from '../shared/testing';
import { NotOnStatement } from './NotOnStatement';
import type { ProofProps } from './ProofPanel';
import { fill, person } from '../shared/person';

afterEach(cleanup);

const entry = (id: number, title: string): MonthView['notOnStatement'][number] =>
  ({ entryId: id, journalEntryId: id, title, date: '2026-06-04', daysOld: 3, out: '12.00' }) as never;

function show(part: Partial<ProofProps> & { paper?: boolean; openLines?: number; more?: unknown[] } = {}) {
  const ticked: [number[], string][] = [];
  const picked: number[] = [];
  const view = {
    notOnStatement: [
      entry(1, 'Check 101'),
      entry(2, 'Check 102'),
      entry(3, 'Check 103'),
      entry(4, 'Rent'),
      ...(part.more ?? []),
    ],
    notOnStatementCount: 4,
    openLines: part.openLines ?? 0,
    ...(part.paper !== false && { paperStatementId: 9 }),
  } as never;
  renderHere(
    <NotOnStatement
      place={{ companyId: 1, accountId: 2, month: '2026-06' }}
      view={view}
      change
      picked={[]}
      traced={false}
      pending={false}
      ticking={[]}
      tickError={null}
      onTrace={() => undefined}
      onGo={() => undefined}
      onPick={(id) => picked.push(id)}
      onPickSome={(ids) => picked.push(...ids)}
      onTick={(ids, date) => ticked.push([ids, date])}
      onLedgerError={() => undefined}
      onNoLedgerError={() => undefined}
      {...part}
    />,
  );
  return { ticked, picked };
}

describe('what is not on the statement', () => {
  it('is ticked on paper by its one box, with the day of the bank', async () => {
    const { ticked, picked } = show();
    expect(screen.getAllByRole('checkbox')).toHaveLength(4);
    await fill(screen.getByLabelText('The bank’s date'), '6/9');
    await person.tab();
    await person.click(screen.getByLabelText('Check 102'));
    expect(ticked).toEqual([[[2], '2026-06-09']]);
    expect(picked).toEqual([]);
  });

  it('ticks several with Shift, from the one after the last that was ticked', async () => {
    const { ticked } = show();
    await person.click(screen.getByLabelText('Check 101'));
    await person.keyboard('{Shift>}');
    await person.click(screen.getByLabelText('Rent'));
    await person.keyboard('{/Shift}');
    await person.click(screen.getByText('Tick all 4'));
    expect(ticked).toEqual([
      [[1], ''],
      [[2, 3, 4], ''],
      [[1, 2, 3, 4], ''],
    ]);
  });

  it('ticks nothing with a day that is none, and says what went wrong where it went wrong', async () => {
    const { ticked } = show({ tickError: new Error('x') });
    screen.getByText('Not ticked; nothing was changed.');
    await fill(screen.getByLabelText('The bank’s date'), '31 feb');
    await person.click(screen.getByLabelText('Check 102'));
    expect(ticked).toEqual([]);
  });

  it('is selected for a match where the statement is a file, and by a word where typed lines are open', async () => {
    const file = show({ paper: false });
    await person.click(screen.getByLabelText('Check 102'));
    expect(file.picked).toEqual([2]);
    expect(file.ticked).toEqual([]);
    cleanup();
    const typed = show({ openLines: 2 });
    await person.click(screen.getAllByText('Select')[2] as HTMLElement);
    expect(typed.picked).toEqual([3]);
  });

  it('is narrowed by the server, and all that fit are selected', async () => {
    const sent = answering({
      'GET /api/v1/companies/1/bank-accounts/2/months/2026-06/not-on-statement?*': {
        body: { entries: [entry(2, 'Check 102'), entry(3, 'Check 103')], count: 2 },
      },
    });
    const { picked } = show({ paper: false, more: [entry(5, 'Gas'), entry(6, 'Water')] });
    await person.click(screen.getByText('Narrow or order them'));
    await person.selectOptions(screen.getByLabelText('Shown'), 'CHECKS');
    await screen.findByText('2 fit.');
    expect(sent.at(-1)?.path).toContain('kind=CHECKS');
    expect(screen.queryByText('Rent')).toBeNull();
    await person.click(screen.getByRole('button', { name: 'Select all that fit' }));
    expect(picked).toEqual([2, 3]);
  });

  it('is selected with shift from the one before', async () => {
    const { picked } = show({ paper: false });
    await person.click(screen.getByLabelText('Check 101'));
    await person.keyboard('{Shift>}');
    await person.click(screen.getByLabelText('Check 103'));
    await person.keyboard('{/Shift}');
    expect(picked).toEqual([1, 1, 2, 3]);
  });
});
