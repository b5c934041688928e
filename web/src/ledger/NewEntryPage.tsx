import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { useHere } from '../session/session';
import { api, data, type Schemas } from '../shared/api';
import { DateField } from '../shared/DateField';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { BookedPreview } from './BookedPreview';

type Line = Schemas['NewLine'];

const EMPTY: Line = { account: '', debit: '', credit: '', party: '', text: '' };

/** A manual entry; what it will book and what it leaves stands beside it, live. */
export default function NewEntryPage() {
  const { company, session } = useHere();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [head, setHead] = useState({ date: session.businessDate, reference: '', checkNumber: '', text: '' });
  const [lines, setLines] = useState<Line[]>([{ ...EMPTY }, { ...EMPTY }]);
  const chart = useQuery({
    queryKey: keys.chart(company.id),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/ledger/accounts', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const filled = lines.filter((l) => l.account || l.debit || l.credit);
  const body = { ...head, lines: filled };
  const ready = filled.length >= 2 && filled.every((l) => l.account && (l.debit || l.credit));
  const params = { path: { companyId: company.id } };
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'entry preview', body],
    queryFn: () =>
      data(
        api.POST('/api/companies/{companyId}/ledger/entries', {
          params: { ...params, query: { preview: true } },
          body,
        }),
      ),
    enabled: ready,
  });
  const book = useMutation({
    mutationFn: () => data(api.POST('/api/companies/{companyId}/ledger/entries', { params, body })),
    onSuccess: async (booked) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      void navigate(`/ledger/entries/${booked.entries[0]?.id}`);
    },
  });
  function setLine(index: number, part: Partial<Line>) {
    setLines(lines.map((l, i) => (i === index ? { ...l, ...part } : l)));
  }
  return (
    <div className="page form-page">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (ready && !book.isPending) {
            book.mutate();
          }
        }}
        onKeyDown={(e) => {
          // the browser would submit the form as well, and an entry must not be booked twice
          if (e.key === 'Enter' && e.ctrlKey) {
            e.preventDefault();
            if (ready && !e.repeat && !book.isPending) {
              book.mutate();
            }
          }
        }}
      >
        <p className="mb-1">
          <Link to="/ledger">Ledger</Link>
        </p>
        <h1>New entry</h1>
        <div className="row g-3 mb-2">
          <div className="col-md-4">
            <DateField
              label="Date"
              value={head.date}
              today={session.businessDate}
              onChange={(date) => setHead({ ...head, date })}
              hint="4 jun, 6/4 or +3"
            />
          </div>
          <Form.Group className="col-md-4" controlId="reference">
            <Form.Label>Reference</Form.Label>
            <Form.Control
              value={head.reference}
              maxLength={200}
              onChange={(e) => setHead({ ...head, reference: e.target.value })}
            />
          </Form.Group>
          <Form.Group className="col-md-4" controlId="check">
            <Form.Label>Check number</Form.Label>
            <Form.Control
              value={head.checkNumber}
              maxLength={40}
              onChange={(e) => setHead({ ...head, checkNumber: e.target.value })}
            />
          </Form.Group>
          <Form.Group controlId="text">
            <Form.Label>For</Form.Label>
            <Form.Control
              value={head.text}
              maxLength={480}
              onChange={(e) => setHead({ ...head, text: e.target.value })}
            />
          </Form.Group>
        </div>
        <table className="plain">
          <caption>Lines, in {company.currency}</caption>
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col">Party</th>
              <th scope="col" className="num">
                Debit
              </th>
              <th scope="col" className="num">
                Credit
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, i) => (
              <tr key={i}>
                <td>
                  <Form.Select
                    aria-label={`Account of line ${i + 1}`}
                    value={line.account}
                    onChange={(e) => setLine(i, { account: e.target.value })}
                  >
                    <option value="">Choose an account</option>
                    {chart.data
                      ?.filter((a) => a.active)
                      .map((a) => (
                        <option key={a.code} value={a.code}>
                          {a.code} {a.name}
                        </option>
                      ))}
                  </Form.Select>
                </td>
                <td>
                  <Form.Control
                    aria-label={`Party of line ${i + 1}`}
                    value={line.party}
                    maxLength={200}
                    onChange={(e) => setLine(i, { party: e.target.value })}
                  />
                </td>
                <td>
                  <Form.Control
                    aria-label={`Debit of line ${i + 1}`}
                    className="num"
                    inputMode="decimal"
                    value={line.debit}
                    onChange={(e) => setLine(i, { debit: e.target.value })}
                  />
                </td>
                <td>
                  <Form.Control
                    aria-label={`Credit of line ${i + 1}`}
                    className="num"
                    inputMode="decimal"
                    value={line.credit}
                    onChange={(e) => setLine(i, { credit: e.target.value })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="actions mt-2">
          <Button type="submit" disabled={!ready || book.isPending}>
            Book this entry <kbd>Ctrl Enter</kbd>
          </Button>
          <Button variant="outline-secondary" onClick={() => setLines([...lines, { ...EMPTY }])}>
            Add a line
          </Button>
        </div>
        <Problems error={book.error} title="Not booked; what you typed is still here." />
      </Form>
      <div className="beside">
        <BookedPreview booked={ready ? preview.data : undefined} error={ready ? preview.error : undefined} />
      </div>
    </div>
  );
}
