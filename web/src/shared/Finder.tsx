import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data, type FoundView } from './api';
import { fullDate } from './dates';
import { keys } from './keys';

/** Finds bank lines and ledger entries by text, party, reference or check number. */
export function Finder() {
  const { company } = useCurrentCompany();
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const found = useQuery({
    queryKey: keys.found(company.id, text),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/found', {
          params: { path: { companyId: company.id }, query: { text } },
        }),
      ),
    enabled: open && text.trim().length > 1,
  });
  useEffect(() => {
    function key(e: KeyboardEvent) {
      const typing = (e.target as HTMLElement).closest('input, textarea, select');
      if (e.key === '/' && !typing) {
        e.preventDefault();
        input.current?.focus();
      }
    }
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);

  const list = found.data ?? [];
  function go(item: FoundView | undefined) {
    if (!item) {
      return;
    }
    setOpen(false);
    setText('');
    input.current?.blur();
    void navigate(
      item.where === 'BANK_LINE'
        ? `/reconcile/${item.accountId}/${item.month}?line=${item.id}`
        : `/ledger/entries/${item.id}`,
    );
  }
  return (
    <div className="finder" role="search">
      <input
        ref={input}
        type="text"
        placeholder="Find anything"
        aria-label="Find anything"
        role="combobox"
        aria-expanded={open && list.length > 0}
        aria-controls="found"
        value={text}
        onFocus={() => setOpen(true)}
        onBlur={() => window.setTimeout(() => setOpen(false), 150)}
        onChange={(e) => {
          setText(e.target.value);
          setChosen(0);
          setOpen(true);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Escape') {
            setOpen(false);
            input.current?.blur();
          } else if (e.key === 'ArrowDown') {
            setChosen(Math.min(chosen + 1, list.length - 1));
          } else if (e.key === 'ArrowUp') {
            setChosen(Math.max(chosen - 1, 0));
          } else if (e.key === 'Enter') {
            go(list[chosen]);
          }
        }}
      />
      <kbd aria-hidden="true">/</kbd>
      {open && text.trim().length > 1 && (
        <ul id="found" role="listbox" aria-label="Found">
          {found.isSuccess && list.length === 0 && (
            <li className="quiet" role="option" aria-selected={false}>
              Nothing found
            </li>
          )}
          {list.map((item, i) => (
            // eslint-disable-next-line jsx-a11y/click-events-have-key-events -- the keys are the input's
            <li
              key={`${item.where}${item.id}${item.title}`}
              role="option"
              aria-selected={i === chosen}
              onMouseDown={(e) => e.preventDefault()}
              onClick={() => go(item)}
            >
              <span>{item.title}</span>
              <span className="quiet">
                {item.where === 'BANK_LINE' ? 'bank' : 'ledger'}, {item.account}, {fullDate(item.date)}
              </span>
              <span className="amount">{item.amount}</span>
            </li>
          ))}
          {(['BANK_LINE', 'LEDGER_ENTRY'] as const).some(
            (where) => list.filter((item) => item.where === where).length >= 20,
          ) && (
            <li className="quiet" role="option" aria-selected={false}>
              There may be more; type more of it.
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
