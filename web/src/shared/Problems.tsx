import { Refusal } from './api';

/** What was refused and why; takes the focus of a screen reader when it appears. */
export function Problems({ error, title }: { error: unknown; title?: string }) {
  if (!error) {
    return null;
  }
  const problems = error instanceof Refusal ? error.problems : [];
  return (
    <div className="problems" role="alert">
      {title && <strong>{title}</strong>}
      {problems.length === 0 && <p>The server does not answer. Nothing was changed; try again.</p>}
      {problems.slice(0, 12).map((p) => (
        <p key={p.code + p.where + p.found}>{p.message}</p>
      ))}
      {problems.length > 12 && <p>And {problems.length - 12} more of the kind.</p>}
    </div>
  );
}
