import { Button } from 'react-bootstrap';
import { ChooserField } from '../shared/Chooser';
import { TextField } from '../shared/fields';
import { accountChoices, useChart } from '../shared/useBooks';
import type { PartChoice, PartsChoice } from './api';
import type { DetailsProps } from './kinds';
import { say } from '../words';

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
      <legend>{say('linebooking.partsAmountsFirstThenSharesOfThe')}</legend>
      {parts.map((part, i) => (
        <div className="row g-2 mb-2 align-items-end" key={i}>
          <ChooserField
            className="col-6"
            label={say('linebooking.accountOfPart', { value: i + 1 })}
            empty={say('linebooking.choose')}
            value={part.account}
            choices={accounts}
            onChange={(account) => change(i, { account })}
          />
          <TextField
            className="col-2"
            label={say('linebooking.amount')}
            money
            value={part.amount ?? ''}
            onChange={(v) => change(i, { amount: v || undefined })}
          />
          <TextField
            className="col-2"
            label={say('linebooking.orShare')}
            max={6}
            value={part.share ?? ''}
            onChange={(v) => change(i, { share: v || undefined })}
          />
          <div className="col-2">
            <Button
              size="sm"
              variant="outline-secondary"
              aria-label={say('linebooking.takePartOut', { value: i + 1 })}
              onClick={() => onParts(parts.filter((_, k) => k !== i))}
            >
              {say('linebooking.takeOut')}
            </Button>
          </div>
        </div>
      ))}
      <Button size="sm" variant="outline-secondary" onClick={() => onParts([...parts, { account: '' }])}>
        {say('linebooking.anotherPart')}
      </Button>
    </fieldset>
  );
}
