import { useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { RetentionPart } from '../attachment/RetentionPart';
import { BackupsPart } from './BackupsPart';
import { BankAccountsPart } from './BankAccountsPart';
import { ChartPart } from './ChartPart';
import { CompanyPart } from './CompanyPart';
import { ListsPart } from './ListsPart';
import { MoneyInPart } from './MoneyInPart';
import { UnclaimedPart } from '../outstanding/UnclaimedPart';
import { PeoplePart } from './PeoplePart';
import { TokensPart } from './TokensPart';
import { say } from '../words';

const PARTS = {
  accounts: say('setup.bankAccounts'),
  chart: say('setup.chartOfAccounts'),
  lists: say('setup.lists'),
  moneyIn: say('setup.moneyIn'),
  moneyOut: say('setup.moneyOut'),
  company: say('setup.companyAndMonths'),
  people: say('setup.people'),
  papers: say('setup.papers'),
  tokens: say('setup.programs'),
  backups: say('setup.backups'),
};

type Part = keyof typeof PARTS;

/** A company's set-up, part by part. */
export default function SetUpPage() {
  const { company, canAdminister } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const part = (Object.keys(PARTS) as Part[]).find((p) => p === search.get('part')) ?? 'accounts';
  if (!canAdminister) {
    return <p className="page">{say('setup.setUpIsForAdministratorsOf', { name: company.name })}</p>;
  }
  return (
    <div className="page">
      <h1>
        {say('setup.setUp')}
        <small>{company.name}</small>
      </h1>
      <div className="parts" role="tablist" aria-label={say('setup.partsOfTheSetUp')}>
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
      {part === 'moneyIn' && <MoneyInPart />}
      {part === 'moneyOut' && <UnclaimedPart />}
      {part === 'company' && <CompanyPart />}
      {part === 'people' && <PeoplePart />}
      {part === 'papers' && <RetentionPart />}
      {part === 'tokens' && <TokensPart />}
      {part === 'backups' && <BackupsPart />}
    </div>
  );
}
