import { useEffect, useState } from 'react';
import { grouped } from '../shared/money';
import { ALL, type Filter, type Show } from './useMonth';

interface Props {
  filter: Filter;
  /** How many lines the filter leaves. */
  found: number | undefined;
  onFilter: (filter: Filter) => void;
}

const SHOWS: [Show, string][] = [
  ['ALL', 'All lines'],
  ['OPEN', 'Not explained yet'],
  ['FIRM', 'Firm ones'],
  ['PERHAPS', 'Perhaps found'],
  ['NOTHING_FOUND', 'Nothing found'],
  ['BY_RULE', 'A rule books them'],
  ['TWICE', 'May stand twice'],
  ['EXPLAINED', 'Explained'],
];

/** Which lines of the ladder are shown. */
export function FilterBar({ filter, found, onFilter }: Props) {
  const [text, setText] = useState(filter.text);
  useEffect(() => {
    const soon = setTimeout(() => {
      if (text !== filter.text) {
        onFilter({ ...filter, text });
      }
    }, 250);
    return () => clearTimeout(soon);
  }, [text, filter, onFilter]);
  return (
    <div className="filter-bar">
      <select
        className="form-select form-select-sm"
        aria-label="Lines shown"
        value={filter.show}
        onChange={(e) => onFilter({ ...filter, show: e.target.value as Show })}
      >
        {SHOWS.map(([show, words]) => (
          <option key={show} value={show}>
            {words}
          </option>
        ))}
      </select>
      <input
        className="form-control form-control-sm"
        type="search"
        aria-label="Words or amount in the lines"
        placeholder="Words or amount"
        maxLength={100}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      {found !== undefined && (
        <>
          <span className="quiet" aria-live="polite">
            {grouped(String(found))} {found === 1 ? 'line' : 'lines'}
          </span>
          <button
            type="button"
            className="btn btn-link btn-sm"
            onClick={() => {
              setText('');
              onFilter(ALL);
            }}
          >
            Show all
          </button>
        </>
      )}
    </div>
  );
}
