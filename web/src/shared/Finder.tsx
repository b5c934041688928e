import { useCombobox } from 'downshift';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { places } from '../capabilities';
import { useCurrentCompany } from '../session/session';
import type { Found } from './api';
import { narrowed } from './Chooser';
import { fullDate } from './dates';
import { useDebounced } from './useDebounced';
import { useFound } from './useFound';
import { useKey } from './useKey';
import { ROLES, upper, type Control } from './useBooks';
import { say } from '../words';

interface Item {
  key: string;
  title: string;
  /** What it is and what tells it from others. */
  words: string;
  amount?: string;
  path: string;
}

const month = (f: Found) => f.day?.slice(0, 7) ?? '';

/** What something found is called, and the page it is on. */
const KINDS: Record<string, (f: Found) => [words: string, path: string]> = {
  PARTY: (f) => [
    `${upper(ROLES[(f.tags[0] ?? 'RECEIVABLES') as Control][0])}, ${f.detail}`,
    `/parties/${f.id}`,
  ],
  ACCOUNT: (f) => [
    `${f.place ? say('shared.bankAccount') : say('shared.account')}, ${f.detail}`,
    `/ledger/accounts/${f.id}`,
  ],
  ITEM: (f) => [f.detail, `/ledger/entries/${f.place}`],
  PAYMENT: (f) => [say('shared.payment', { detail: f.detail }), `/payments/${f.id}`],
  DEPOSIT_SLIP: (f) => [say('shared.depositSlip', { detail: f.detail }), `/slips/${f.id}`],
  RETURNED_ITEM: (f) => [say('shared.returnedItem', { detail: f.detail }), `/returned-items/${f.id}`],
  MANDATE: (f) => [say('shared.mandate', { detail: f.detail }), `/mandates/${f.id}`],
  CERTIFICATE: (f) => [say('shared.certificate', { detail: f.detail }), `/certify/${f.place}/${month(f)}`],
  STATEMENT: (f) => [
    say('shared.statement', { detail: f.detail }),
    `/statements?account=${f.place}&statement=${f.id}`,
  ],
  ENTRY: (f) => [say('shared.ledger', { detail: f.detail }), `/ledger/entries/${f.id}`],
  BANK_LINE: (f) => [
    say('shared.bankLine', { detail: f.detail }),
    `/reconcile/${f.place}/${month(f)}?line=${f.id}`,
  ],
};

function itemOf(f: Found): Item | undefined {
  const kind = KINDS[f.kind];
  if (!kind) {
    return undefined;
  }
  const [words, path] = kind(f);
  return {
    key: `${f.kind}${f.id}`,
    title: f.title,
    words: f.day ? `${words}, ${fullDate(f.day)}` : words,
    ...(f.amount && { amount: `${f.amount} ${f.currency}` }),
    path,
  };
}

/** Finds pages, parties, accounts, invoices, payments, statements, certificates, entries and bank lines. */
export function Finder() {
  const { canAdminister } = useCurrentCompany();
  const [typed, setTyped] = useState('');
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const text = useDebounced(typed.trim(), 60);
  const asked = open && text.length > 1;
  const found = useFound(text, { enabled: asked });
  useKey('/', () => input.current?.focus());
  const pages = places.filter((p) => !p.administers || canAdminister);
  // what was found for other letters must not be opened for these
  const current = text === typed.trim() && !found.isPlaceholderData;
  const items: Item[] = asked
    ? [
        ...narrowed(
          pages.map((p) => ({ value: p.path, words: p.label, ...(p.words && { detail: p.words }) })),
          typed.trim(),
        ).map((p) => ({ key: p.value, title: p.words, words: say('shared.page'), path: p.value })),
        ...(current ? (found.data?.found ?? []) : []).flatMap((f) => itemOf(f) ?? []),
      ]
    : [];
  const { isOpen, highlightedIndex, getInputProps, getMenuProps, getItemProps } = useCombobox<Item>({
    items,
    inputValue: typed,
    selectedItem: null,
    itemToString: () => '',
    defaultHighlightedIndex: 0,
    isOpen: asked,
    onStateChange: ({ type, selectedItem }) => {
      switch (type) {
        case useCombobox.stateChangeTypes.ItemClick:
        case useCombobox.stateChangeTypes.InputKeyDownEnter:
          if (selectedItem) {
            setTyped('');
            setOpen(false);
            input.current?.blur();
            void navigate(selectedItem.path);
          }
          break;
        case useCombobox.stateChangeTypes.InputKeyDownEscape:
          setTyped('');
          setOpen(false);
          input.current?.blur();
          break;
        case useCombobox.stateChangeTypes.InputBlur:
          setOpen(false);
          break;
        default:
      }
    },
  });
  return (
    <div className="finder" role="search">
      <input
        {...getInputProps({
          ref: input,
          type: 'text',
          placeholder: say('shared.findAnything'),
          'aria-label': say('shared.findAnything'),
          autoComplete: 'off',
          // at once, so that no key is lost however fast one types
          onChange: (e) => {
            setTyped(e.currentTarget.value);
            setOpen(true);
          },
          onFocus: () => setOpen(true),
        })}
      />
      <kbd aria-hidden="true">/</kbd>
      <ul {...getMenuProps({ 'aria-label': say('shared.found') })} hidden={!isOpen}>
        {items.map((item, i) => (
          <li
            key={item.key}
            {...getItemProps({ item, index: i })}
            className={i === highlightedIndex ? 'marked' : ''}
          >
            <span>{item.title}</span>
            <span className="quiet">{item.words}</span>
            <span className="amount">{item.amount}</span>
          </li>
        ))}
        {isOpen && current && found.isSuccess && items.length === 0 && (
          <li className="quiet">{say('shared.nothingHasTheseWordsNumbersOrAmounts')}</li>
        )}
        {isOpen && found.data?.more && <li className="quiet">{say('shared.thereIsMoreTypeMoreOfIt')}</li>}
        {isOpen && found.data?.complete === false && (
          <li className="quiet">{say('shared.theIndexIsStillBeingMadeNot')}</li>
        )}
      </ul>
    </div>
  );
}
