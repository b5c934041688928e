import { Form } from 'react-bootstrap';
import type { ItemPart, ItemView } from './api';
import { fullDate } from '../shared/dates';
import { ChooserField } from '../shared/Chooser';
import { CellText } from '../shared/fields';
import { grouped, typed } from '../shared/money';
import { say } from '../words';

export type Part = ItemPart;

/** So many are listed at once; of more, the others are found by typing. */
const LISTED = 15;

/**
 * Open items to settle: ticking one takes what is open of it, less its discount where there still is one. Of many, the
 * ticked ones and the oldest are listed, and any other is chosen by its number, its amount or a word of it.
 */
export function ItemPicker({
  items,
  parts,
  onChange,
  caption,
}: {
  items: ItemView[];
  parts: Part[];
  onChange: (parts: Part[]) => void;
  caption: string;
}) {
  const partOf = (id: number) => parts.find((p) => p.itemId === id);
  const change = (id: number, part: Partial<Part>) =>
    onChange(parts.map((p) => (p.itemId === id ? { ...p, ...part } : p)));
  const tick = (item: ItemView) =>
    onChange([
      ...parts,
      { itemId: item.id, amount: typed(item.payNow), discount: typed(item.discount ?? '') },
    ]);
  if (items.length === 0) {
    return <p className="quiet">{say('party.nothingIsOpen')}</p>;
  }
  const ticked = items.filter((i) => partOf(i.id));
  const others = items.filter((i) => !partOf(i.id));
  const listed = items.length <= LISTED ? items : [...ticked, ...others.slice(0, LISTED)];
  const table = (
    <table className="plain">
      <caption>{caption}</caption>
      <thead>
        <tr>
          <th scope="col">{say('party.settle')}</th>
          <th scope="col">{say('party.due')}</th>
          <th scope="col" className="num">
            {say('party.open')}
          </th>
          <th scope="col" className="num">
            {say('party.discount')}
          </th>
          <th scope="col" className="num">
            {say('party.payNow')}
          </th>
        </tr>
      </thead>
      <tbody>
        {listed.map((item) => {
          const part = partOf(item.id);
          return (
            <tr key={item.id}>
              <th scope="row">
                <Form.Check
                  id={`item-${item.id}`}
                  label={item.title}
                  checked={part !== undefined}
                  onChange={(e) =>
                    e.target.checked ? tick(item) : onChange(parts.filter((p) => p.itemId !== item.id))
                  }
                />
                {item.promised && <span className="waiting">{item.promised}</span>}
              </th>
              <td className="text-nowrap">{fullDate(item.dueDate)}</td>
              <td className="num">{grouped(item.open)}</td>
              <td>
                {part ? (
                  <CellText
                    money
                    label={say('party.discountOn', { title: item.title })}
                    value={part.discount ?? ''}
                    onChange={(discount) => change(item.id, { discount })}
                  />
                ) : (
                  <div className="num quiet">
                    {item.discount &&
                      say('party.until', {
                        discount: grouped(item.discount),
                        discountUntil: fullDate(item.discountUntil ?? ''),
                      })}
                    {item.credit && item.annualRate && (
                      <div>{say('party.perCentAYear', { rate: item.annualRate })}</div>
                    )}
                  </div>
                )}
              </td>
              <td>
                {part && (
                  <CellText
                    money
                    label={say('party.payNowOn', { title: item.title })}
                    value={part.amount}
                    onChange={(amount) => change(item.id, { amount })}
                  />
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
  return items.length <= LISTED ? (
    table
  ) : (
    <>
      <ChooserField
        className="mb-2"
        label={say('party.tickAnotherItem')}
        hint={say('party.theOldestAreListed', { listed: LISTED, items: items.length })}
        empty={say('party.numberAmountOrWord')}
        value=""
        choices={others.map((i) => [
          String(i.id),
          say('party.itemToChoose', {
            title: i.title,
            due: fullDate(i.dueDate),
            open: grouped(i.open),
          }),
        ])}
        onChange={(id) => {
          const item = items.find((i) => String(i.id) === id);
          if (item) tick(item);
        }}
      />
      {table}
    </>
  );
}
