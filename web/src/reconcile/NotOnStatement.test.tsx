import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { MonthView } from './api';
import { renderHere } from '../shared/testing';
import { NotOnStatement } from './NotOnStatement';
import type { ProofProps } from './ProofPanel';
import { fill, person } from '../shared/person';

afterEach(cleanup);

const entry = (id: number, title: string): MonthView['notOnStatement'][number] =>
  ({ entryId: id, journalEntryId: id, title, date: '2026-06-04', daysOld: 3, out: '12.00' }) as never;

function show(part: Partial<ProofProps> & { paper?: boolean; openLines?: number } = {}) {
  const ticked: [number[], string][] = [];
  const picked: number[] = [];
  const view = {
    notOnStatement: [entry(1, 'Check 101'), entry(2, 'Check 102'), entry(3, 'Check 103'), entry(4, 'Rent')],
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
});
