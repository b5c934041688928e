import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { ChooserField } from '../shared/Chooser';
import { Problems } from '../shared/Problems';
import { accountChoices, useChart } from '../shared/useBooks';
import { say } from '../words';

/** The way to the account a drawer is kept on. */
export default function PettyCashPage() {
  const { canPrepare } = useCurrentCompany();
  const chart = useChart();
  const navigate = useNavigate();
  const [code, setCode] = useState('');
  return (
    <div className="page">
      <h1>{say('pettycash.pettyCash')}</h1>
      <section className="sheet" style={{ maxWidth: '40rem' }}>
        <p>{say('pettycash.aDrawerIsKeptOnAnAccount')}</p>
        <Problems error={chart.error} />
        <ChooserField
          label={say('pettycash.accountOfTheDrawer')}
          empty={say('pettycash.typeANumberOrAName')}
          value={code}
          choices={accountChoices(
            chart.data,
            (a) => a.type === 'ASSET' && a.control === 'NONE' && a.bankAccountId === undefined,
          )}
          onChange={(chosen) => {
            setCode(chosen);
            const account = chart.data?.find((a) => a.code === chosen);
            if (account) {
              void navigate(`/ledger/accounts/${account.id}`);
            }
          }}
        />
        {canPrepare && (
          <Link className="btn btn-outline-secondary mt-2" to="/ledger/new">
            {say('pettycash.newEntry')}
          </Link>
        )}
      </section>
    </div>
  );
}
