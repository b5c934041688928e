import { useCurrentCompany } from '../session/session';

/** The same table to download. The path is below the company and has its query already. */
export function ExportLinks({ path, pdf }: { path: string; pdf?: string }) {
  const { company } = useCurrentCompany();
  const base = `/api/v1/companies/${company.id}`;
  return (
    <p className="take-away">
      <span className="quiet">Download as</span> <a href={`${base}${path}&form=CSV`}>CSV</a>,{' '}
      <a href={`${base}${path}&form=XLSX`}>XLSX</a>
      {pdf && (
        <>
          , <a href={`${base}${pdf}`}>PDF to print</a>
        </>
      )}
    </p>
  );
}
