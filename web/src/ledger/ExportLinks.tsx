import { useCurrentCompany } from '../session/session';
import { say } from '../words';

/** The same table to download. The path is below the company and has its query already. */
export function ExportLinks({ path, pdf }: { path: string; pdf?: string }) {
  const { company } = useCurrentCompany();
  const base = `/api/v1/companies/${company.id}`;
  return (
    <p className="take-away">
      <span className="quiet">{say('ledger.downloadAs')}</span>{' '}
      <a href={`${base}${path}&form=CSV`}>{say('ledger.csv')}</a>,{' '}
      <a href={`${base}${path}&form=XLSX`}>{say('ledger.xlsx')}</a>
      {pdf && (
        <>
          , <a href={`${base}${pdf}`}>{say('ledger.pdfToPrint')}</a>
        </>
      )}
    </p>
  );
}
