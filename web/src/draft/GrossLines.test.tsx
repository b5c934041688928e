import { cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, renderHere } from '../shared/testing';
import type { GrossLine } from './api';
import { EMPTY_LINE, GrossLines } from './GrossLines';
import { person } from '../shared/person';

afterEach(cleanup);

function Lines({ seen }: { seen: (lines: GrossLine[]) => void }) {
  const [lines, setLines] = useState([EMPTY_LINE]);
  return (
    <GrossLines
      caption="Lines"
      lines={lines}
      button="Add a line"
      onChange={(next) => {
        setLines(next);
        seen(next);
      }}
    />
  );
}

describe('lines with gross amounts', () => {
  it('take rows of a spreadsheet from the cell that has the focus on', async () => {
    answering({});
    let lines: GrossLine[] = [];
    renderHere(<Lines seen={(next) => (lines = next)} />);
    fireEvent.paste(screen.getByLabelText('Text of line 1'), {
      clipboardData: { getData: () => 'Oak\tYARD\tV7\t12.50\nPine\t\t\t3.10\n' },
    });
    expect(lines).toEqual([
      { account: '', text: 'Oak', costCentre: 'YARD', taxCode: 'V7', amount: '12.50' },
      { account: '', text: 'Pine', costCentre: '', taxCode: '', amount: '3.10' },
    ]);
    await person.click(screen.getByText('Add a line'));
    expect(lines).toHaveLength(3);
  });
});
