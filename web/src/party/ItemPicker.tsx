import { Form } from 'react-bootstrap';
import type { ItemPart, ItemView } from './api';
import { fullDate } from '../shared/dates';
import { CellText } from '../shared/fields';
import { grouped, typed } from '../shared/money';

export type Part = ItemPart;

/** Open items to settle: ticking one takes what is open of it, less its discount where there still is one. */
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
  if (items.length === 0) {
    return <p className="quiet">Nothing is open.</p>;
  }
  return (
    <table className="plain">
      <caption>{caption}</caption>
      <thead>
        <tr>
          <th scope="col">Settle</th>
          <th scope="col">Due</th>
          <th scope="col" className="num">
            Open
          </th>
          <th scope="col" className="num">
            Discount
          </th>
          <th scope="col" className="num">
            Pay now
          </th>
        </tr>
      </thead>
      <tbody>
        {items.map((item) => {
          const part = partOf(item.id);
          return (
            <tr key={item.id}>
              <th scope="row">
                <Form.Check
                  id={`item-${item.id}`}
                  label={item.title}
                  checked={part !== undefined}
                  onChange={(e) =>
                    onChange(
                      e.target.checked
                        ? [
                            ...parts,
                            {
                              itemId: item.id,
                              amount: typed(item.payNow),
                              discount: typed(item.discount ?? ''),
                            },
                          ]
                        : parts.filter((p) => p.itemId !== item.id),
                    )
                  }
                />
              </th>
              <td className="text-nowrap">{fullDate(item.dueDate)}</td>
              <td className="num">{grouped(item.open)}</td>
              <td>
                {part ? (
                  <CellText
                    money
                    label={`Discount on ${item.title}`}
                    value={part.discount ?? ''}
                    onChange={(discount) => change(item.id, { discount })}
                  />
                ) : (
                  <div className="num quiet">
                    {item.discount && `${grouped(item.discount)} until ${fullDate(item.discountUntil ?? '')}`}
                  </div>
                )}
              </td>
              <td>
                {part && (
                  <CellText
                    money
                    label={`Pay now on ${item.title}`}
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
}
