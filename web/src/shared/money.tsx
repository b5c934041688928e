/** Thousands separated; the figure itself is the server's. */
export function grouped(decimal: string): string {
  const [whole = '', places] = decimal.replace('-', '').split('.');
  const text = whole.replace(/\B(?=(\d{3})+$)/g, ',') + (places === undefined ? '' : `.${places}`);
  return text;
}

/** As on reports: negatives in parentheses. */
export function report(decimal: string): string {
  return decimal.startsWith('-') ? `(${grouped(decimal)})` : grouped(decimal);
}

export function Amount({ value, className = '' }: { value?: string | null; className?: string }) {
  return <span className={`amount ${className}`}>{value == null ? '' : report(value)}</span>;
}
