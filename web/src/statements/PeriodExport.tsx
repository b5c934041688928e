import { useState } from 'react';
import { useCurrentCompany } from '../session/session';
import { DateField } from '../shared/DateField';
import { FORMATS } from './words';
import { say } from '../words';

/** Any days that statements cover, out again in an open format. */
export function PeriodExport({ account, from, to }: { account: number; from: string; to: string }) {
  const { company, session } = useCurrentCompany();
  const [period, setPeriod] = useState({ from, to });
  const base = `/api/v1/companies/${company.id}/bank-accounts/${account}/bank-lines/export`;
  return (
    <section className="sheet">
      <h2>{say('statements.takeOutAPeriod')}</h2>
      <div className="row g-2">
        <div className="col-md-3">
          <DateField
            filter
            label={say('statements.from')}
            value={period.from}
            today={session.businessDate}
            onChange={(day) => setPeriod({ ...period, from: day })}
          />
        </div>
        <div className="col-md-3">
          <DateField
            filter
            label={say('statements.to3')}
            value={period.to}
            today={session.businessDate}
            onChange={(day) => setPeriod({ ...period, to: day })}
          />
        </div>
        <div className="col-md-4 ways align-self-center">
          {FORMATS.map(([format, words]) => (
            <a key={format} href={`${base}?from=${period.from}&to=${period.to}&format=${format}`} download>
              {words}
            </a>
          ))}
        </div>
      </div>
    </section>
  );
}
