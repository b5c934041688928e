import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { DateField } from '../shared/DateField';
import { TextField } from '../shared/fields';
import { say } from '../words';
import type { PaymentRun } from './api';

export type Head = Pick<PaymentRun, 'dueUpTo' | 'payOn' | 'leastRate' | 'note'>;

/** The days of a run, and what a discount has to earn in a year to be taken early. */
export function PaymentRunHead({
  start,
  firstDay,
  busy,
  label,
  children,
  onKeep,
  onClose,
}: {
  start: Head;
  firstDay?: string | undefined;
  busy: boolean;
  label: string;
  children?: React.ReactNode;
  onKeep: (head: Head) => void;
  onClose: () => void;
}) {
  const { session } = useCurrentCompany();
  const [head, setHead] = useState({ ...start, rate: String(start.leastRate) });
  const rate = Number(head.rate.replace(',', '.'));
  const fits = /^\d{1,5}([.,]\d)?$/.test(head.rate.trim());
  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault();
        if (!busy && fits) {
          onKeep({ dueUpTo: head.dueUpTo, payOn: head.payOn, leastRate: rate, note: head.note });
        }
      }}
    >
      <div className="d-flex flex-wrap gap-3">
        <DateField
          label={say('paymentrun.paidOn')}
          value={head.payOn}
          today={session.businessDate}
          {...(firstDay && { hint: firstDay })}
          onChange={(payOn) => setHead({ ...head, payOn })}
        />
        <DateField
          label={say('paymentrun.dueUpTo')}
          value={head.dueUpTo}
          today={session.businessDate}
          hint={say('paymentrun.dueUpToHint')}
          onChange={(dueUpTo) => setHead({ ...head, dueUpTo })}
        />
        <TextField
          label={say('paymentrun.leastRate')}
          value={head.rate}
          max={7}
          hint={fits ? say('paymentrun.leastRateHint') : say('paymentrun.leastRateUnfit')}
          onChange={(value) => setHead({ ...head, rate: value })}
        />
        <TextField
          label={say('paymentrun.note')}
          value={head.note}
          onChange={(note) => setHead({ ...head, note })}
        />
      </div>
      {children}
      <div className="actions">
        <Button type="submit" disabled={busy || !fits}>
          {label}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('paymentrun.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
