import { DateField } from './DateField';
import { UNREADABLE } from './dates';
import { useCurrentCompany } from '../session/session';

/** From a day to a day, to narrow a list by; a day that cannot be read narrows nothing. */
export function DaySpan({
  labels,
  from,
  to,
  onChange,
}: {
  labels: [from: string, to: string];
  from: string;
  to: string;
  onChange: (span: { from?: string; to?: string }) => void;
}) {
  const { session } = useCurrentCompany();
  const days: [string, string, (day: string) => void][] = [
    [labels[0], from, (day) => onChange({ from: day })],
    [labels[1], to, (day) => onChange({ to: day })],
  ];
  return (
    <>
      {days.map(([label, value, set]) => (
        <div key={label} style={{ width: '10rem' }}>
          <DateField
            filter
            label={label}
            value={value}
            today={session.businessDate}
            onChange={(day) => day !== UNREADABLE && set(day)}
          />
        </div>
      ))}
    </>
  );
}
