import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { MonthView } from './api';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';
import type { useSteps } from './useMonth';
import { say } from '../words';

interface Props {
  view: MonthView;
  change: boolean;
  statementId: number;
  steps: ReturnType<typeof useSteps>;
}

/** A statement on paper: its closing balance, and how far the ticks have come. */
export function PaperBar({ view, change, statementId, steps }: Props) {
  const [closing, setClosing] = useState<string | null>(null);
  return (
    <Form
      className="told d-flex gap-3 align-items-center flex-wrap"
      onSubmit={(e) => {
        e.preventDefault();
        if (closing !== null) {
          steps.mutate({ do: 'paperClosing', statementId, closing }, { onSuccess: () => setClosing(null) });
        }
      }}
    >
      <label htmlFor="paper-closing">{say('reconcile.closingBalanceOnPaper')}</label>
      <Form.Control
        id="paper-closing"
        className="num"
        style={{ width: '9rem' }}
        value={closing ?? report(view.proof.bankBalance)}
        disabled={!change}
        onChange={(e) => setClosing(e.target.value)}
      />
      {closing !== null && (
        <Button type="submit" size="sm" variant="outline-secondary">
          {say('reconcile.setIt')}
        </Button>
      )}
      <span>
        {say('reconcile.tickAtTheRightWhatStandsOn', {
          words: view.proof.holds
            ? say('reconcile.theTicksLeadToIt')
            : say('reconcile.apartFromTheTicks', { gap: grouped(view.proof.gap) }),
        })}
        <Link to={`/paper/${view.accountId}/${statementId}`}>{say('reconcile.typeItsLines')}</Link>.
      </span>
      <Problems
        error={steps.variables?.do === 'paperClosing' ? steps.error : null}
        title={say('reconcile.notSet')}
      />
    </Form>
  );
}
