import { lazy, Suspense, useState } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { Layout } from './shared/Layout';
import { FirstRunPage } from './session/FirstRunPage';
import { NewPasswordPage, SecondFactorPage } from './session/NewPasswordPage';
import { SessionProvider, useSessionQuery } from './session/session';
import { SignInPage } from './session/SignInPage';
import { TodayPage } from './today/TodayPage';

const ReconcilePage = lazy(() => import('./reconcile/ReconcilePage'));
const CertifyPage = lazy(() => import('./certify/CertifyPage'));
const StatementsPage = lazy(() => import('./statements/StatementsPage'));
const ArrivalPage = lazy(() => import('./statements/ArrivalPage'));
const PaperPage = lazy(() => import('./statements/PaperPage'));
const BankLinksPage = lazy(() => import('./link/BankLinksPage'));
const LedgerPage = lazy(() => import('./ledger/LedgerPage'));
const AccountPage = lazy(() => import('./ledger/AccountPage'));
const EntryPage = lazy(() => import('./ledger/EntryPage'));
const NewEntryPage = lazy(() => import('./ledger/NewEntryPage'));
const TrialBalancePage = lazy(() => import('./ledger/TrialBalancePage'));
const PartiesPage = lazy(() => import('./party/PartiesPage'));
const PartyPage = lazy(() => import('./party/PartyPage'));
const InvoicePage = lazy(() => import('./party/InvoicePage'));
const InvoiceFilePage = lazy(() => import('./party/InvoiceFilePage'));
const ReceiptPage = lazy(() => import('./party/ReceiptPage'));
const PaymentsPage = lazy(() => import('./payment/PaymentsPage'));
const PaymentPage = lazy(() => import('./payment/PaymentPage'));
const NewPaymentPage = lazy(() => import('./payment/NewPaymentPage'));
const PaymentFilePage = lazy(() => import('./payment/PaymentFilePage'));
const TransfersPage = lazy(() => import('./payment/TransfersPage'));
const NewTransferPage = lazy(() => import('./payment/NewTransferPage'));
const DraftsPage = lazy(() => import('./draft/DraftsPage'));
const ImportPage = lazy(() => import('./ledger/ImportPage'));
const RulesPage = lazy(() => import('./rule/RulesPage'));
const SetUpPage = lazy(() => import('./setup/SetUpPage'));
const ActivityPage = lazy(() => import('./setup/ActivityPage'));

export function App() {
  const session = useSessionQuery();
  const [chosen, setChosen] = useState(() => Number(localStorage.getItem('tidemark.company')));
  function choose(id: number) {
    localStorage.setItem('tidemark.company', String(id));
    setChosen(id);
  }
  if (session.isPending) {
    return <p className="quiet p-4">Opening the books…</p>;
  }
  if (session.isError) {
    return <p className="p-4">The server does not answer. Start it again, then reload this page.</p>;
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
    return <p className="p-4">You have no role in any company yet. Ask an administrator to give you one.</p>;
  }
  if (company.secondFactorDue) {
    return <SecondFactorPage company={company.name} />;
  }
  return (
    <SessionProvider
      key={company.id}
      session={{ ...session.data, businessDate: company.businessDate }}
      company={company}
      choose={choose}
    >
      <Layout>
        <Suspense fallback={<p className="quiet p-4">One moment…</p>}>
          <Routes>
            <Route path="/" element={<TodayPage />} />
            <Route path="/reconcile" element={<ReconcilePage />} />
            <Route path="/reconcile/:accountId/:month" element={<ReconcilePage />} />
            <Route path="/certify/:accountId/:month" element={<CertifyPage />} />
            <Route path="/statements" element={<StatementsPage />} />
            <Route path="/arrivals/:id" element={<ArrivalPage />} />
            <Route path="/paper/:accountId/:statementId" element={<PaperPage />} />
            <Route path="/bank-links" element={<BankLinksPage />} />
            <Route path="/rules" element={<RulesPage />} />
            <Route path="/ledger" element={<LedgerPage />} />
            <Route path="/ledger/accounts/:id" element={<AccountPage />} />
            <Route path="/ledger/entries/:id" element={<EntryPage />} />
            <Route path="/ledger/new" element={<NewEntryPage />} />
            <Route path="/ledger/import" element={<ImportPage />} />
            <Route path="/ledger/trial-balance" element={<TrialBalancePage />} />
            <Route path="/parties" element={<PartiesPage />} />
            <Route path="/parties/:id" element={<PartyPage />} />
            <Route path="/invoices/new" element={<InvoicePage />} />
            <Route path="/invoices/import" element={<InvoiceFilePage />} />
            <Route path="/receipts/new" element={<ReceiptPage />} />
            <Route path="/payments" element={<PaymentsPage />} />
            <Route path="/payments/new" element={<NewPaymentPage />} />
            <Route path="/payments/import" element={<PaymentFilePage />} />
            <Route path="/payments/:id" element={<PaymentPage />} />
            <Route path="/transfers" element={<TransfersPage />} />
            <Route path="/transfers/new" element={<NewTransferPage />} />
            <Route path="/drafts" element={<DraftsPage />} />
            <Route path="/activity" element={<ActivityPage />} />
            <Route path="/set-up" element={<SetUpPage />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </Layout>
    </SessionProvider>
  );
}
