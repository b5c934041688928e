export type AmountStyle = 'POINT' | 'COMMA' | 'SPACE' | 'APOSTROPHE';

const MARKS: Record<AmountStyle, [point: string, thousands: string]> = {
  POINT: ['.', ','],
  COMMA: [',', '.'],
  SPACE: [',', '\u00a0'],
  APOSTROPHE: ['.', '\u2019'],
};

let marks = MARKS.POINT;

/** From here on amounts are written as the company writes them. */
export function writeAmounts(style: AmountStyle): void {
  marks = MARKS[style];
}

/** Thousands separated; the figure itself is the server's. */
export function grouped(decimal: string): string {
  const [whole = '', places] = decimal.replace('-', '').split('.');
  return whole.replace(/\B(?=(\d{3})+$)/g, marks[1]) + (places === undefined ? '' : `${marks[0]}${places}`);
}

/** A figure of the server as a person of the company would type it, to begin a field with. */
export function typed(decimal: string): string {
  return decimal.replace('.', marks[0]);
}

/** As on reports: negatives in parentheses. */
export function report(decimal: string): string {
  return decimal.startsWith('-') ? `(${grouped(decimal)})` : grouped(decimal);
}

export function Amount({ value, className = '' }: { value?: string | null; className?: string }) {
  return <span className={`amount ${className}`}>{value == null ? '' : report(value)}</span>;
}
