import { useId, type ReactNode } from 'react';
import { Form } from 'react-bootstrap';

interface Common {
  label: string;
  hint?: ReactNode;
  className?: string;
}

/** One line of text with its label. */
export function TextField({
  label,
  value,
  onChange,
  hint,
  className,
  max = 200,
  list,
  money,
  placeholder,
}: Common & {
  value: string;
  onChange: (value: string) => void;
  max?: number;
  list?: string[];
  money?: boolean;
  placeholder?: string;
}) {
  const id = useId();
  return (
    <Form.Group className={className}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control
        id={id}
        value={value}
        maxLength={max}
        placeholder={placeholder}
        autoComplete="off"
        {...(money && { className: 'num', inputMode: 'decimal' as const })}
        {...(list && { list: `${id}-list` })}
        onChange={(e) => onChange(e.target.value)}
      />
      {list && (
        <datalist id={`${id}-list`}>
          {list.map((l) => (
            <option key={l} value={l} />
          ))}
        </datalist>
      )}
      {hint !== undefined && <div className="hint">{hint}</div>}
    </Form.Group>
  );
}

/** A choice of few. An empty first choice says what is chosen when nothing is. */
export function ChoiceField({
  label,
  value,
  onChange,
  hint,
  className,
  choices,
  empty,
}: Common & {
  value: string;
  onChange: (value: string) => void;
  choices: [string, string][];
  empty?: string;
}) {
  const id = useId();
  return (
    <Form.Group className={className}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Select id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        {empty !== undefined && <option value="">{empty}</option>}
        {choices.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </Form.Select>
      {hint !== undefined && <div className="hint">{hint}</div>}
    </Form.Group>
  );
}

/** A control inside a table's cell; its label is for those who cannot see the column. */
export function CellText({
  label,
  value,
  onChange,
  money,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  money?: boolean;
}) {
  return (
    <Form.Control
      aria-label={label}
      value={value}
      maxLength={200}
      autoComplete="off"
      {...(money && { className: 'num', inputMode: 'decimal' as const })}
      onChange={(e) => onChange(e.target.value)}
    />
  );
}

export function CellChoice({
  label,
  value,
  onChange,
  choices,
  empty,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  choices: [string, string][];
  empty: string;
}) {
  return (
    <Form.Select aria-label={label} value={value} onChange={(e) => onChange(e.target.value)}>
      <option value="">{empty}</option>
      {choices.map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </Form.Select>
  );
}
