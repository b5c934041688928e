import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Schemas } from '../shared/api';
import { monthName } from '../shared/dates';
import { FileButton, FileDrop } from '../shared/FileDrop';
import type { useSteps } from './useMonth';

interface Props {
  view: Schemas['MonthView'];
  canPrepare: boolean;
  steps: ReturnType<typeof useSteps>;
}

/** An account's month before its statement: drop the file, or begin from paper. */
export function NoStatement({ view, canPrepare, steps }: Props) {
  const [closing, setClosing] = useState('');
  return (
    <FileDrop
      enabled={canPrepare}
      label={`Drop a statement of ${view.accountName}`}
      onFile={(file) => steps.mutate({ do: 'file', file })}
    >
      <section className="sheet empty">
        <h2>The statement of {monthName(view.month)} has not been read</h2>
        <p>
          Drop the bank&apos;s file here: a camt.053 file, or CSV with a header row. What the ledger already
          explains will be found at once.
        </p>
        {canPrepare && (
          <>
            <FileButton
              main
              label="Choose a statement file"
              onFile={(file) => steps.mutate({ do: 'file', file })}
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
                <div className="hint">Then tick the ledger entries in the order of the paper.</div>
              </Form.Group>
            </Form>
          </>
        )}
      </section>
    </FileDrop>
  );
}
