import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { ChooserField } from '../shared/Chooser';
import { Problems } from '../shared/Problems';
import { accountChoices, useChart } from '../shared/useBooks';

/** The way to the account a drawer is kept on. */
export default function PettyCashPage() {
  const { canPrepare } = useCurrentCompany();
  const chart = useChart();
  const navigate = useNavigate();
  const [code, setCode] = useState('');
  return (
    <div className="page">
      <h1>Petty cash</h1>
      <section className="sheet" style={{ maxWidth: '40rem' }}>
        <p>
          A drawer is kept on an account of the ledger: what is paid from it is booked as an entry on that
          account. Choose the account to see its book by day, with what was in the drawer after each entry.
        </p>
        <Problems error={chart.error} />
        <ChooserField
          label="Account of the drawer"
          empty="Type a number or a name"
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
            New entry
          </Link>
        )}
      </section>
    </div>
  );
}
