import { useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { BackupsPart } from './BackupsPart';
import { BankAccountsPart } from './BankAccountsPart';
import { ChartPart } from './ChartPart';
import { CompanyPart } from './CompanyPart';
import { ListsPart } from './ListsPart';
import { PeoplePart } from './PeoplePart';
import { TokensPart } from './TokensPart';

const PARTS = {
  accounts: 'Bank accounts',
  chart: 'Chart of accounts',
  lists: 'Lists',
  company: 'Company and months',
  people: 'People',
  tokens: 'Programs',
  backups: 'Backups',
};

type Part = keyof typeof PARTS;

/** A company's set-up, part by part. */
export default function SetUpPage() {
  const { company, canAdminister } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const part = (Object.keys(PARTS) as Part[]).find((p) => p === search.get('part')) ?? 'accounts';
  if (!canAdminister) {
    return <p className="page">Set-up is for administrators of {company.name}.</p>;
  }
  return (
    <div className="page">
      <h1>
        Set-up <small>{company.name}</small>
      </h1>
      <div className="parts" role="tablist" aria-label="Parts of the set-up">
        {Object.entries(PARTS).map(([key, words]) => (
          <button
            key={key}
            type="button"
            role="tab"
            aria-selected={key === part}
            onClick={() => setSearch({ part: key })}
          >
            {words}
          </button>
        ))}
      </div>
      {part === 'accounts' && <BankAccountsPart />}
      {part === 'chart' && <ChartPart />}
      {part === 'lists' && <ListsPart />}
      {part === 'company' && <CompanyPart />}
      {part === 'people' && <PeoplePart />}
      {part === 'tokens' && <TokensPart />}
      {part === 'backups' && <BackupsPart />}
    </div>
  );
}
