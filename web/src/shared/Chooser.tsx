import { useCombobox } from 'downshift';
import { useId, useState, type ReactNode } from 'react';
import { Form } from 'react-bootstrap';
import { say } from '../words';

export interface Choice {
  value: string;
  words: string;
  /** What tells it from others of the same words. */
  detail?: string;
}

interface Props {
  id?: string;
  /** For those who cannot see the column it stands in. */
  ariaLabel?: string;
  chosen: Choice | undefined;
  /** What fits what has been typed so far. */
  choices: Choice[];
  /** What stands there when nothing is chosen. */
  empty: string;
  /** Whether what fits is still being asked for; nothing new is offered until it is known who is there. */
  looking?: boolean;
  /** Whether there are more than are shown. */
  more?: boolean;
  /** Told what is typed, and the empty text when the list is opened. */
  onType: (text: string) => void;
  onChoose: (choice: Choice | undefined) => void;
  /** Makes a new one of the typed name. */
  onNew?: { words: (typed: string) => string; make: (typed: string) => void };
}

const NEW = '\u0000new';

/** One field over all there is: what is typed narrows the list, Enter or Tab takes what is marked. */
export function Chooser({
  id,
  ariaLabel,
  chosen,
  choices,
  empty,
  looking,
  more,
  onType,
  onChoose,
  onNew,
}: Props) {
  const [typing, setTyping] = useState<string>();
  const items: Choice[] =
    onNew && typing?.trim() && !looking
      ? [...choices, { value: NEW, words: onNew.words(typing.trim()) }]
      : choices;
  const take = (choice: Choice | null | undefined) => {
    if (choice?.value === NEW) {
      onNew?.make((typing ?? '').trim());
    } else if (choice) {
      onChoose(choice);
    }
    setTyping(undefined);
  };
  const { isOpen, highlightedIndex, getInputProps, getMenuProps, getItemProps } = useCombobox<Choice>({
    items,
    ...(id !== undefined && { inputId: id, labelId: `${id}-label` }),
    itemToString: (c) => c?.words ?? '',
    itemToKey: (c) => c?.value,
    selectedItem: chosen ?? null,
    inputValue: typing ?? chosen?.words ?? '',
    defaultHighlightedIndex: 0,
    onStateChange: ({ type, selectedItem }) => {
      switch (type) {
        case useCombobox.stateChangeTypes.ItemClick:
        case useCombobox.stateChangeTypes.InputKeyDownEnter:
          take(selectedItem);
          break;
        case useCombobox.stateChangeTypes.InputKeyDownEscape:
          setTyping(undefined);
          break;
        default:
      }
    },
    stateReducer: (state, { type, changes }) =>
      // what is emptied by Escape stays as it was
      type === useCombobox.stateChangeTypes.InputKeyDownEscape
        ? { ...changes, selectedItem: state.selectedItem, inputValue: state.inputValue }
        : changes,
  });
  return (
    <div className="chooser">
      <Form.Control
        {...getInputProps({
          'aria-label': ariaLabel,
          placeholder: empty,
          autoComplete: 'off',
          title: chosen?.words,
          // at once, so that no key is lost however fast one types
          onChange: (e) => {
            setTyping(e.currentTarget.value);
            onType(e.currentTarget.value.trim());
          },
          onFocus: (e) => e.target.select(),
          onKeyDown: (e) => {
            if (e.key === 'Enter' && typing !== undefined && !items[highlightedIndex]) {
              // nothing is marked yet; the form is not sent for it
              e.preventDefault();
            }
            if (e.key === 'Escape' && isOpen) {
              // closes the list, not the dialog around it
              e.stopPropagation();
            } else if (e.key === 'Escape') {
              // with the list closed it is the dialog's, which does not hear of what was taken here
              Object.assign(e.nativeEvent, { preventDownshiftDefault: true });
            }
          },
          onClick: () => onType((typing ?? '').trim()),
          onBlur: (e) => {
            // leaving with Tab takes what is marked; an emptied field chooses nothing
            const marked = isOpen && typing?.trim() ? items[highlightedIndex] : undefined;
            if (marked && marked.value !== NEW && e.relatedTarget) {
              take(marked);
            } else {
              if (typing !== undefined && typing.trim() === '' && chosen) {
                onChoose(undefined);
              }
              setTyping(undefined);
            }
          },
        })}
      />
      <ul
        {...getMenuProps({ 'aria-label': say('shared.whatFits') })}
        className="chooser-list"
        hidden={!isOpen}
      >
        {isOpen &&
          items.map((c, i) => (
            <li
              key={c.value}
              {...getItemProps({ item: c, index: i })}
              className={i === highlightedIndex ? 'marked' : ''}
            >
              <span>{c.words}</span> {c.detail && <span className="quiet">{c.detail}</span>}
            </li>
          ))}
        {isOpen && items.length === 0 && (
          <li className="quiet">{looking ? say('shared.looking') : say('shared.nothingFitsWhatIsTyped')}</li>
        )}
        {isOpen && more && <li className="quiet">{say('shared.thereAreMoreTypeMoreOfIt')}</li>}
      </ul>
    </div>
  );
}

const SHOWN = 40;

const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** Those of just that name, then those in which each typed word begins a word, then those it stands within. */
export function narrowed(choices: Choice[], typed: string): Choice[] {
  const wanted = plain(typed).split(/\s+/).filter(Boolean);
  if (wanted.length === 0) {
    return choices;
  }
  const text = (c: Choice) => {
    const words = plain(`${c.words} ${c.detail ?? ''}`);
    // an amount is found with and without marks between its thousands
    return `${words} ${words.replace(/(\d)[,.' ](?=\d{3})/g, '$1')}`;
  };
  const begins = (c: Choice) => {
    const words = text(c).split(/[^\p{L}\p{N}]+/u);
    return wanted.every((w) => words.some((o) => o.startsWith(w)));
  };
  const rank = (c: Choice) =>
    plain(c.words) === plain(typed).trim()
      ? 0
      : begins(c)
        ? 1
        : wanted.every((w) => text(c).includes(w))
          ? 2
          : 3;
  return choices
    .map((choice) => ({ choice, rank: rank(choice) }))
    .filter((c) => c.rank < 3)
    .sort((a, b) => a.rank - b.rank)
    .map((c) => c.choice);
}

interface Among {
  label: string;
  value: string;
  choices: [value: string, words: string][];
  empty: string;
  onChange: (value: string) => void;
}

function useAmong({ value, choices, onChange }: Among) {
  const [typed, setTyped] = useState('');
  const all: Choice[] = choices.map(([v, words]) => ({ value: v, words }));
  const fitting = narrowed(all, typed);
  return {
    // a value that is none of them is shown as it is; the server says what is wrong with it
    chosen: all.find((c) => c.value === value) ?? (value ? { value, words: value } : undefined),
    choices: fitting.slice(0, SHOWN),
    more: fitting.length > SHOWN,
    onType: setTyped,
    onChoose: (c: Choice | undefined) => onChange(c?.value ?? ''),
  };
}

/** A choice among what the page knows already, by typing, with its label. */
export function ChooserField(props: Among & { hint?: ReactNode; className?: string }) {
  const id = useId();
  const among = useAmong(props);
  return (
    <Form.Group className={props.className}>
      <Form.Label id={`${id}-label`} htmlFor={id}>
        {props.label}
      </Form.Label>
      <Chooser id={id} empty={props.empty} {...among} />
      {props.hint !== undefined && <div className="hint">{props.hint}</div>}
    </Form.Group>
  );
}

/** The same inside a table's cell. */
export function CellChooser(props: Among) {
  return <Chooser ariaLabel={props.label} empty={props.empty} {...useAmong(props)} />;
}
