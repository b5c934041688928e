import type { GrossLine } from './api';
import { LineTable, typedColumn, useCodeColumns } from './LineTable';
import { CellChooser } from '../shared/Chooser';
import { accountChoices, useChart } from '../shared/useBooks';
import { say } from '../words';

export const EMPTY_LINE: GrossLine = { account: '', amount: '', taxCode: '', costCentre: '', text: '' };

/** Lines with gross amounts, from which their tax is taken. */
export function GrossLines(props: {
  caption: string;
  lines: GrossLine[];
  button: string;
  onChange: (lines: GrossLine[]) => void;
}) {
  const chart = useChart();
  const codes = useCodeColumns<GrossLine>();
  return (
    <LineTable
      {...props}
      empty={EMPTY_LINE}
      columns={[
        {
          head: say('draft.account'),
          pasted: 'account',
          cell: (line, number, set) => (
            <CellChooser
              label={say('draft.accountOfLine', { number })}
              empty={say('draft.chooseAnAccount')}
              value={line.account}
              choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
              onChange={(account) => set({ account })}
            />
          ),
        },
        typedColumn(say('draft.text'), 'text'),
        ...codes,
        typedColumn(say('draft.gross'), 'amount', true),
      ]}
    />
  );
}
