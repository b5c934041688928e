import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { CellChooser } from '../shared/Chooser';
import { CellChoice, CellText } from '../shared/fields';
import { pasteRows } from '../shared/pasteRows';
import { useSetUp } from '../shared/useBooks';
import { say } from '../words';

export interface LineColumn<L> {
  head: string;
  num?: boolean;
  /** The field that a cell pasted from a spreadsheet fills; none where it cannot be pasted. */
  pasted?: keyof L & string;
  cell: (line: L, number: number, set: (part: Partial<L>) => void) => ReactNode;
}

interface Props<L> {
  caption: string;
  columns: LineColumn<L>[];
  lines: L[];
  empty: L;
  button: string;
  onChange: (lines: L[]) => void;
}

/** The lines of a form that books, one row each; rows that were copied from a spreadsheet fill them. */
export function LineTable<L extends object>({ caption, columns, lines, empty, button, onChange }: Props<L>) {
  const pasted = columns.map((c) => c.pasted ?? '');
  const set = (index: number, part: Partial<L>) =>
    onChange(lines.map((l, i) => (i === index ? { ...l, ...part } : l)));
  return (
    <>
      {lines.length > 0 && (
        <table
          className="plain entry-lines"
          onPaste={(e) =>
            pasteRows(e, pasted, (row, cells) =>
              onChange(
                Array.from({ length: Math.max(lines.length, row + cells.length) }, (_, i) => ({
                  ...(lines[i] ?? empty),
                  ...cells[i - row],
                })),
              ),
            )
          }
        >
          <caption>{caption}</caption>
          <thead>
            <tr>
              {columns.map((c) => (
                <th scope="col" key={c.head} className={c.num ? 'num' : undefined}>
                  {c.head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines.map((line, i) => (
              <tr key={i}>
                {columns.map((c) => (
                  <td key={c.head}>{c.cell(line, i + 1, (part) => set(i, part))}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button
        size="sm"
        className="mt-2"
        variant="outline-secondary"
        onClick={() => onChange([...lines, empty])}
      >
        {button}
      </Button>
    </>
  );
}

interface Coded {
  costCentre?: string;
  taxCode?: string;
}

/** The columns for the cost centre of a line and the tax in its amount. */
export function useCodeColumns<L extends Coded>(): LineColumn<L>[] {
  const setUp = useSetUp();
  const centres = (setUp.data?.costCentres ?? []).filter((c) => c.active);
  const taxes = [...new Set((setUp.data?.taxCodes ?? []).filter((t) => t.active).map((t) => t.code))];
  return [
    {
      head: say('draft.costCentre'),
      pasted: 'costCentre',
      cell: (line, number, set) => (
        <CellChooser
          label={say('draft.costCentreOfLine', { number })}
          empty={say('draft.none')}
          value={line.costCentre ?? ''}
          choices={centres.map((c) => [c.code, `${c.code} ${c.name}`])}
          onChange={(costCentre) => set({ costCentre } as Partial<L>)}
        />
      ),
    },
    {
      head: say('draft.tax'),
      pasted: 'taxCode',
      cell: (line, number, set) => (
        <CellChoice
          label={say('draft.taxOfLine', { number })}
          empty={say('draft.none')}
          value={line.taxCode ?? ''}
          choices={taxes.map((code) => [code, code])}
          onChange={(taxCode) => set({ taxCode } as Partial<L>)}
        />
      ),
    },
  ];
}

/** A column for text or an amount that is typed. */
export function typedColumn<L extends object>(
  head: string,
  field: keyof L & string,
  money = false,
): LineColumn<L> {
  return {
    head,
    num: money,
    pasted: field,
    cell: (line, number, set) => (
      <CellText
        money={money}
        label={say('draft.ofLine', { head, number })}
        value={String(line[field] ?? '')}
        onChange={(value) => set({ [field]: value } as Partial<L>)}
      />
    ),
  };
}
