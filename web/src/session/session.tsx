import { useQuery } from '@tanstack/react-query';
import { createContext, useContext, type ReactNode } from 'react';
import { api, data } from '../shared/api';
import type { CompanyView as Company, SessionView as Session } from './api';
import { writeDates } from '../shared/dates';
import { sessionKeys } from './keys';
import { writeAmounts } from '../shared/money';

export function useSessionQuery() {
  return useQuery({ queryKey: sessionKeys.session, queryFn: () => data(api.GET('/api/v1/session')) });
}

interface Here {
  session: Session;
  company: Company;
  canPrepare: boolean;
  canReceive: boolean;
  /** Makes slips and takes them to the bank. */
  canBank: boolean;
  canCount: boolean;
  canCertify: boolean;
  canAdminister: boolean;
  /** Goes to another company of the installation. */
  choose: (company: number) => void;
}

const Context = createContext<Here | null>(null);

export function SessionProvider({
  session,
  company,
  choose = () => undefined,
  children,
}: {
  session: Session;
  company: Company;
  choose?: (company: number) => void;
  children: ReactNode;
}) {
  writeAmounts(company.amountStyle);
  writeDates(company.dateOrder);
  const has = (role: Company['roles'][number]) => company.roles.includes(role);
  return (
    <Context
      value={{
        session,
        company,
        canPrepare: has('PREPARER'),
        canReceive: has('PREPARER') || has('RECEIVER'),
        canBank: has('PREPARER') || has('BANKER'),
        canCount: has('PREPARER') || has('COUNTER'),
        canCertify: has('CERTIFIER'),
        canAdminister: has('ADMINISTRATOR'),
        choose,
      }}
    >
      {children}
    </Context>
  );
}

/** Who is signed in, where, and what they may do; the server checks all of it again. */
export function useCurrentCompany(): Here {
  const here = useContext(Context);
  if (!here) {
    throw new Error('Only inside a session');
  }
  return here;
}

/** What the person may do at one bank account: the rights may be limited to some of them. */
export function useMayAt(accountId: number) {
  const { company, canPrepare, canCertify } = useCurrentCompany();
  const mine = company.limits.bankAccounts;
  const here = mine.length === 0 || mine.includes(accountId);
  return { canPrepare: canPrepare && here, canCertify: canCertify && here };
}
