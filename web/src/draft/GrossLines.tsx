import { Button } from 'react-bootstrap';
import type { ExpenseLine } from './api';
import { CellChoice, CellText } from '../shared/fields';
import { pasteRows } from '../shared/pasteRows';
import { accountChoices, useChart, useSetUp } from '../shared/useBooks';

export type GrossLine = ExpenseLine;

export const EMPTY_LINE: GrossLine = { account: '', amount: '', taxCode: '', costCentre: '', text: '' };

const COLUMNS = ['account', 'text', 'costCentre', 'taxCode', 'amount'] as const;

/** Lines with gross amounts, from which their tax is taken; rows that were copied from a spreadsheet fill them. */
export function GrossLines({
  caption,
  lines,
  button,
  onChange,
}: {
  caption: string;
  lines: GrossLine[];
  button: string;
  onChange: (lines: GrossLine[]) => void;
}) {
  const chart = useChart();
  const setUp = useSetUp();
  const active = (rows: { active: boolean; code: string }[] = []) =>
    rows.filter((r) => r.active).map((r): [string, string] => [r.code, r.code]);
  const set = (index: number, part: Partial<GrossLine>) =>
    onChange(lines.map((l, i) => (i === index ? { ...l, ...part } : l)));
  return (
    <>
      {lines.length > 0 && (
        <table
          className="plain entry-lines"
          onPaste={(e) =>
            pasteRows(e, COLUMNS, (row, cells) =>
              onChange(
                Array.from({ length: Math.max(lines.length, row + cells.length) }, (_, i) => ({
                  ...(lines[i] ?? EMPTY_LINE),
                  ...cells[i - row],
                })),
              ),
            )
          }
        >
          <caption>{caption}</caption>
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col">Text</th>
              <th scope="col">Cost centre</th>
              <th scope="col">Tax</th>
              <th scope="col" className="num">
                Gross
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, i) => (
              <tr key={i}>
                <td>
                  <CellChoice
                    label={`Account of line ${i + 1}`}
                    empty="Choose an account"
                    value={line.account}
                    choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
                    onChange={(account) => set(i, { account })}
                  />
                </td>
                <td>
                  <CellText
                    label={`Text of line ${i + 1}`}
                    value={line.text}
                    onChange={(text) => set(i, { text })}
                  />
                </td>
                <td>
                  <CellChoice
                    label={`Cost centre of line ${i + 1}`}
                    empty="None"
                    value={line.costCentre ?? ''}
                    choices={active(setUp.data?.costCentres)}
                    onChange={(costCentre) => set(i, { costCentre })}
                  />
                </td>
                <td>
                  <CellChoice
                    label={`Tax of line ${i + 1}`}
                    empty="None"
                    value={line.taxCode ?? ''}
                    choices={active(setUp.data?.taxCodes)}
                    onChange={(taxCode) => set(i, { taxCode })}
                  />
                </td>
                <td>
                  <CellText
                    money
                    label={`Gross of line ${i + 1}`}
                    value={line.amount}
                    onChange={(amount) => set(i, { amount })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button
        size="sm"
        className="mt-2"
        variant="outline-secondary"
        onClick={() => onChange([...lines, EMPTY_LINE])}
      >
        {button}
      </Button>
    </>
  );
}
