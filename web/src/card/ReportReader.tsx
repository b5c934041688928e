import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { upload } from '../shared/api';
import { FileButton } from '../shared/FileDrop';
import { CellChoice, ChoiceField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { Looked, Mapping } from './api';

const PARTS = {
  DAY: say('card.day'),
  SITE: say('card.site'),
  NUMBER: say('card.numberOfTheBatch'),
  GROSS: say('card.gross'),
  REFUNDS: say('card.refunds'),
  CHARGEBACKS: say('card.chargebacks'),
  RESERVE: say('card.reserve'),
  FEE: say('card.fee'),
  NET: say('card.net'),
};
type Part = keyof typeof PARTS;

const ORDERS: [Mapping['dates'], string][] = [
  ['YEAR_FIRST', say('card.yearFirst')],
  ['MONTH_FIRST', say('card.monthFirst')],
  ['DAY_FIRST', say('card.dayFirst')],
];

/** Reads a processor's report; of one with columns not seen before it asks which holds what, and remembers it. */
export function ReportReader({ processorId, onRead }: { processorId: number; onRead: () => unknown }) {
  const { company } = useCurrentCompany();
  const path = `/api/v1/companies/${company.id}/card-processors/${processorId}/report`;
  const [file, setFile] = useState<File>();
  const [mapping, setMapping] = useState<Mapping>();
  const [looked, setLooked] = useState<Looked>();
  const read = useMutation({
    mutationFn: ({ of, how }: { of: File; how?: Mapping }) => {
      const form = new FormData();
      form.append('file', of);
      if (how) {
        form.append('mapping', new Blob([JSON.stringify(how)], { type: 'application/json' }));
      }
      return upload<{ batches: number }>(path, form);
    },
    onSuccess: () => {
      setFile(undefined);
      setLooked(undefined);
      return onRead();
    },
  });
  const look = useMutation({
    mutationFn: (of: File) => {
      const form = new FormData();
      form.append('file', of);
      return upload<Looked>(`${path}/look`, form);
    },
    onSuccess: (seen, of) => {
      if (seen.known) {
        read.mutate({ of });
        return;
      }
      setLooked(seen);
      setMapping({
        separator: seen.separator,
        dates: seen.dates,
        decimalPoint: seen.decimalPoint,
        columns: seen.columns,
      });
    },
  });
  const columnOf = (part: Part) => mapping?.columns[part] ?? '';
  const setColumn = (part: Part, name: string) => {
    if (!mapping) return;
    const columns = { ...mapping.columns };
    delete columns[part];
    setMapping({ ...mapping, columns: name === '' ? columns : { ...columns, [part]: name } });
  };
  return (
    <>
      <FileButton
        label={say('card.readAReport')}
        onFile={(f) => {
          setFile(f);
          read.reset();
          look.mutate(f);
        }}
      />
      {read.isSuccess && !looked && (
        <span className="told" role="status">
          {say('card.batchesRead', { count: read.data.batches })}
        </span>
      )}
      {(look.error ?? (looked ? null : read.error)) && (
        <div className="w-100">
          <Problems error={look.error ?? read.error} title={say('card.theReportWasNotRead')} />
        </div>
      )}
      {looked && mapping && file && (
        <section className="sheet w-100" aria-labelledby="report-columns">
          <h2 id="report-columns">{say('card.whichColumnHoldsWhat', { name: file.name })}</h2>
          <div className="d-flex gap-3 flex-wrap">
            {(Object.keys(PARTS) as Part[]).map((part) => (
              <div key={part}>
                <span className="quiet">{PARTS[part]}</span>
                <CellChoice
                  label={PARTS[part]}
                  empty={say('card.none')}
                  value={columnOf(part)}
                  choices={looked.header.map((h): [string, string] => [h, h])}
                  onChange={(name) => setColumn(part, name)}
                />
              </div>
            ))}
          </div>
          <div className="d-flex gap-3 mt-2">
            <ChoiceField
              label={say('card.howDatesAreWritten')}
              empty={say('card.choose')}
              value={mapping.dates === 'UNTOLD' ? '' : mapping.dates}
              choices={ORDERS}
              onChange={(dates) => setMapping({ ...mapping, dates: (dates || 'UNTOLD') as Mapping['dates'] })}
            />
            <ChoiceField
              label={say('card.decimalMark')}
              value={mapping.decimalPoint}
              choices={[
                ['.', '1,234.50'],
                [',', '1.234,50'],
              ]}
              onChange={(decimalPoint) => setMapping({ ...mapping, decimalPoint })}
            />
          </div>
          <div className="wide-table">
            <table className="plain mt-2">
              <caption className="visually-hidden">{say('card.theFirstRows')}</caption>
              <thead>
                <tr>
                  {looked.header.map((h, i) => (
                    <th key={i} scope="col">
                      {h}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {looked.rows.map((row, i) => (
                  <tr key={i}>
                    {row.map((cell, n) => (
                      <td key={n}>{cell}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <Problems error={read.error} title={say('card.theReportWasNotRead')} />
          <div className="actions mt-2">
            <Button
              disabled={
                read.isPending || !columnOf('DAY') || !columnOf('GROSS') || mapping.dates === 'UNTOLD'
              }
              onClick={() => read.mutate({ of: file, how: mapping })}
            >
              {say('card.readItSo')}
            </Button>
            <Button variant="outline-secondary" onClick={() => setLooked(undefined)}>
              {say('card.leaveIt')}
            </Button>
          </div>
        </section>
      )}
    </>
  );
}
