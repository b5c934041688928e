import { useEffect, useState } from 'react';
import { grouped } from '../shared/money';
import { ALL, type Filter, type Show } from './useMonth';
import { say } from '../words';

interface Props {
  filter: Filter;
  /** How many lines the filter leaves. */
  found: number | undefined;
  onFilter: (filter: Filter) => void;
  /** Selects the open ones of them; absent where nothing can be done with them. */
  onSelect?: () => void;
}

const SHOWS: [Show, string][] = [
  ['ALL', say('reconcile.allLines')],
  ['OPEN', say('reconcile.notExplainedYet')],
  ['FIRM', say('reconcile.firmOnes')],
  ['PERHAPS', say('reconcile.perhapsFound')],
  ['NOTHING_FOUND', say('reconcile.nothingFound')],
  ['BY_RULE', say('reconcile.aRuleBooksThem')],
  ['TWICE', say('reconcile.mayStandTwice')],
  ['EXPLAINED', say('reconcile.explained')],
];

/** Which lines of the ladder are shown. */
export function FilterBar({ filter, found, onFilter, onSelect }: Props) {
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
        aria-label={say('reconcile.linesShown')}
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
        aria-label={say('reconcile.wordsOrAmountInTheLines')}
        placeholder={say('reconcile.wordsOrAmount')}
        maxLength={100}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      {found !== undefined && (
        <>
          <span className="quiet" aria-live="polite">
            {grouped(String(found))} {found === 1 ? say('reconcile.line') : say('reconcile.lines')}
          </span>
          {onSelect && found > 0 && (
            <button type="button" className="btn btn-link btn-sm" onClick={onSelect}>
              {say('reconcile.selectTheOpenOnes')}
            </button>
          )}
          <button
            type="button"
            className="btn btn-link btn-sm"
            onClick={() => {
              setText('');
              onFilter(ALL);
            }}
          >
            {say('reconcile.showAll')}
          </button>
        </>
      )}
    </div>
  );
}
