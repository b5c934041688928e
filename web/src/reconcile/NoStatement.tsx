import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { MonthView } from './api';
import { monthName } from '../shared/dates';
import { FileButton, FileDrop, Reading } from '../shared/FileDrop';
import { Problems } from '../shared/Problems';
import { useTaking } from '../statements/useTaking';
import type { useSteps } from './useMonth';

interface Props {
  view: MonthView;
  canPrepare: boolean;
  steps: ReturnType<typeof useSteps>;
}

/** An account's month before its statement: drop the file, or begin from paper. */
export function NoStatement({ view, canPrepare, steps }: Props) {
  const [closing, setClosing] = useState('');
  const take = useTaking();
  return (
    <FileDrop
      enabled={canPrepare}
      label={`Drop a statement of ${view.accountName}`}
      onFile={(file) => take.mutate({ file, account: view.accountId })}
    >
      <section className="sheet empty">
        <h2>The statement of {monthName(view.month)} has not been read</h2>
        <p>
          Drop the bank&apos;s file here, in whatever format the bank gives: camt, MT940, OFX, BAI2, QIF, CSV
          or a spreadsheet. What the ledger already explains will be found at once.
        </p>
        {take.isPending && <Reading name={take.variables.file.name} />}
        <Problems error={take.error} title="The file was not taken; nothing was changed." />
        {canPrepare && (
          <>
            <FileButton
              main
              label="Choose a statement file"
              onFile={(file) => take.mutate({ file, account: view.accountId })}
            />
            <Form
              className="mt-4"
              onSubmit={(e) => {
                e.preventDefault();
                steps.mutate({ do: 'paper', closing });
              }}
            >
              <Form.Group controlId="closing">
                <Form.Label>Or work from paper: its closing balance</Form.Label>
                <div className="d-flex gap-2">
                  <Form.Control
                    value={closing}
                    inputMode="decimal"
                    className="num"
                    style={{ maxWidth: '12rem' }}
                    onChange={(e) => setClosing(e.target.value)}
                  />
                  <Button type="submit" variant="outline-secondary" disabled={!closing || steps.isPending}>
                    Begin the paper statement
                  </Button>
                </div>
                <div className="hint">
                  Then tick the ledger entries in the order of the paper, or type its lines.
                </div>
              </Form.Group>
            </Form>
          </>
        )}
      </section>
    </FileDrop>
  );
}
