import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { lineBookings } from '../capabilities';
import type { LineDetails } from './api';
import type { BookedLine, LineBookingKind } from './kinds';

interface Props {
  label: string;
  kind: string;
  details: LineDetails;
  onKind: (kind: string, start: LineDetails) => void;
  onDetails: (details: LineDetails, party?: string) => void;
  /** The line that is booked; none for a rule. */
  line?: BookedLine;
  accountId?: number;
  autoFocus?: boolean;
}

export function kindOf(kind: string): LineBookingKind | undefined {
  return lineBookings.find((k) => k.kind === kind);
}

/** Whether a person has chosen all that the kind asks for. */
export function isComplete(kind: string, details: LineDetails): boolean {
  const found = kindOf(kind);
  return found !== undefined && (found.complete?.(details) ?? true);
}

/** What a line is booked as, and what that kind asks for. */
export function LineBookingFields(props: Props) {
  const id = useId();
  const { kind, line } = props;
  const offered = lineBookings.filter((k) => (line ? (k.fits?.(line) ?? true) : k.byRule));
  const Fields = kindOf(kind)?.Fields;
  return (
    <>
      <Form.Group className="mb-2">
        <Form.Label htmlFor={id}>{props.label}</Form.Label>
        <Form.Select
          id={id}
          autoFocus={props.autoFocus}
          value={kind}
          onChange={(e) => props.onKind(e.target.value, kindOf(e.target.value)?.start ?? {})}
        >
          {offered.map((k) => (
            <option key={k.kind} value={k.kind}>
              {k.words.charAt(0).toUpperCase() + k.words.slice(1)}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {Fields && (
        <Fields
          key={kind}
          details={props.details}
          onDetails={props.onDetails}
          line={line}
          accountId={props.accountId}
        />
      )}
    </>
  );
}
