import { Button } from 'react-bootstrap';
import { ChooserField } from '../shared/Chooser';
import { TextField } from '../shared/fields';
import { accountChoices, useChart } from '../shared/useBooks';
import type { PartChoice, PartsChoice } from './api';
import type { DetailsProps } from './kinds';

/** The parts of a line: each an amount, or a share of what the amounts leave. */
export function PartsFields({ details, onDetails }: DetailsProps) {
  const { parts } = details as PartsChoice;
  const chart = useChart();
  const accounts = accountChoices(chart.data, (a) => a.control === 'NONE');
  const onParts = (next: PartChoice[]) => onDetails({ parts: next });
  const change = (i: number, part: Partial<PartChoice>) =>
    onParts(parts.map((p, k) => (k === i ? { ...p, ...part } : p)));
  return (
    <fieldset className="mb-2">
      <legend>Parts: amounts first, then shares of the rest, 100 % in all</legend>
      {parts.map((part, i) => (
        <div className="row g-2 mb-2 align-items-end" key={i}>
          <ChooserField
            className="col-6"
            label={`Account of part ${i + 1}`}
            empty="Choose"
            value={part.account}
            choices={accounts}
            onChange={(account) => change(i, { account })}
          />
          <TextField
            className="col-2"
            label="Amount"
            money
            value={part.amount ?? ''}
            onChange={(v) => change(i, { amount: v || undefined })}
          />
          <TextField
            className="col-2"
            label="or share, %"
            max={6}
            value={part.share ?? ''}
            onChange={(v) => change(i, { share: v || undefined })}
          />
          <div className="col-2">
            <Button
              size="sm"
              variant="outline-secondary"
              aria-label={`Take part ${i + 1} out`}
              onClick={() => onParts(parts.filter((_, k) => k !== i))}
            >
              Take out
            </Button>
          </div>
        </div>
      ))}
      <Button size="sm" variant="outline-secondary" onClick={() => onParts([...parts, { account: '' }])}>
        Another part
      </Button>
    </fieldset>
  );
}
