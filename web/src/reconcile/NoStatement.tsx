import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { MonthView } from './api';
import { monthName } from '../shared/dates';
import { FileButton, FileDrop, Reading } from '../shared/FileDrop';
import { Problems } from '../shared/Problems';
import { useTaking } from '../statements/useTaking';
import type { useSteps } from './useMonth';
import { say } from '../words';

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
      label={say('reconcile.dropAStatementOf', { accountName: view.accountName })}
      onFile={(file) => take.mutate({ file, account: view.accountId })}
    >
      <section className="sheet empty">
        <h2>{say('reconcile.theStatementOfHasNotBeenRead', { month: monthName(view.month) })}</h2>
        <p>{say('reconcile.dropTheBanksFileHereInWhatever')}</p>
        {take.isPending && <Reading name={take.variables.file.name} />}
        <Problems error={take.error} title={say('reconcile.theFileWasNotTakenNothingWas')} />
        {canPrepare && (
          <>
            <FileButton
              main
              label={say('reconcile.chooseAStatementFile')}
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
                <Form.Label>{say('reconcile.orWorkFromPaperItsClosingBalance')}</Form.Label>
                <div className="d-flex gap-2">
                  <Form.Control
                    value={closing}
                    inputMode="decimal"
                    className="num"
                    style={{ maxWidth: '12rem' }}
                    onChange={(e) => setClosing(e.target.value)}
                  />
                  <Button type="submit" variant="outline-secondary" disabled={!closing || steps.isPending}>
                    {say('reconcile.beginThePaperStatement')}
                  </Button>
                </div>
                <div className="hint">{say('reconcile.thenTickTheLedgerEntriesInThe')}</div>
              </Form.Group>
            </Form>
          </>
        )}
      </section>
    </FileDrop>
  );
}
