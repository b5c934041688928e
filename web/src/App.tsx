import { Suspense, useState } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { routes } from './capabilities';
import { CountingDesk } from './deposit/CountingDesk';
import { Layout } from './shared/Layout';
import { FirstRunPage } from './session/FirstRunPage';
import { NewPasswordPage, SecondFactorPage } from './session/NewPasswordPage';
import { SessionProvider, useSessionQuery } from './session/session';
import { SignInPage } from './session/SignInPage';
import { say } from './words';

export function App() {
  const session = useSessionQuery();
  const [chosen, setChosen] = useState(() => Number(localStorage.getItem('tidemark.company')));
  function choose(id: number) {
    localStorage.setItem('tidemark.company', String(id));
    setChosen(id);
  }
  if (session.isPending) {
    return <p className="quiet p-4">{say('shared.openingTheBooks')}</p>;
  }
  if (session.isError) {
    return <p className="p-4">{say('shared.theServerDoesNotAnswerStartIt')}</p>;
  }
  if (session.data.firstRun) {
    return <FirstRunPage />;
  }
  if (!session.data.name) {
    return <SignInPage />;
  }
  if (session.data.mustChangePassword) {
    return <NewPasswordPage />;
  }
  const company = session.data.companies.find((c) => c.id === chosen) ?? session.data.companies[0];
  if (!company) {
    return <p className="p-4">{say('shared.youHaveNoRoleInAnyCompany')}</p>;
  }
  if (company.secondFactorDue) {
    return <SecondFactorPage company={company.name} />;
  }
  const here = { ...session.data, businessDate: company.businessDate };
  if (company.roles.every((role) => role === 'COUNTER')) {
    return (
      <SessionProvider key={company.id} session={here} company={company} choose={choose}>
        <CountingDesk />
      </SessionProvider>
    );
  }
  return (
    <SessionProvider key={company.id} session={here} company={company} choose={choose}>
      <Layout>
        <Suspense fallback={<p className="quiet p-4">{say('shared.oneMoment')}</p>}>
          <Routes>
            {routes.map(([path, Page]) => (
              <Route key={path} path={path} element={<Page />} />
            ))}
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </Layout>
    </SessionProvider>
  );
}
