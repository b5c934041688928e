import type { KeyboardEvent, ReactNode } from 'react';
import { Form } from 'react-bootstrap';
import { grouped } from '../shared/money';
import { say } from '../words';

/** Whether it can be a number of pieces; nothing typed counts for none. */
export const isPieces = (typed: string) => /^\d{0,7}$/.test(typed.trim());

/** How many there are of a note or coin. Enter and the arrows go on to the next; the last is left with what was typed. */
export function PieceRow({
  value,
  typed,
  onType,
  onLeave,
  disabled,
  children,
}: {
  value: string;
  typed: string;
  onType: (typed: string) => void;
  onLeave?: () => void;
  disabled?: boolean;
  children?: ReactNode;
}) {
  const plain = grouped(value.replace(/\.0+$/, ''));
  function move(e: KeyboardEvent<HTMLInputElement>) {
    if (e.key === 'Enter' || e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      const fields: HTMLElement[] = [...(e.currentTarget.closest('tbody')?.querySelectorAll('input') ?? [])];
      const to = fields.indexOf(e.currentTarget) + (e.key === 'ArrowUp' ? -1 : 1);
      // leaving the field keeps what was typed
      (fields[to] ?? e.currentTarget).focus();
      if (!fields[to]) onLeave?.();
    }
  }
  return (
    <tr>
      <th scope="row">{plain} ×</th>
      <td>
        <Form.Control
          className="num"
          inputMode="numeric"
          aria-label={say('deposit.piecesOf', { value: plain })}
          value={typed}
          isInvalid={!isPieces(typed)}
          disabled={disabled}
          maxLength={8}
          autoComplete="off"
          onChange={(e) => onType(e.target.value)}
          onBlur={onLeave}
          onKeyDown={move}
        />
      </td>
      {children}
    </tr>
  );
}
