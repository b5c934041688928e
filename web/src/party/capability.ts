import { lazy } from 'react';
import type { Capability } from '../capabilities';
import type { PartyChoice } from './api';
import { OldParties } from './OldParties';
import {
  CustomerCell,
  CustomerFields,
  EmployeeCell,
  EmployeeFields,
  SisterCompanyCell,
  SisterCompanyFields,
  SupplierCell,
  SupplierFields,
} from './PartyFields';
import { say } from '../words';

const PartiesPage = lazy(() => import('./PartiesPage'));
const PartyPage = lazy(() => import('./PartyPage'));
const InvoicePage = lazy(() => import('./InvoicePage'));
const InvoiceFilePage = lazy(() => import('./InvoiceFilePage'));
const ReceiptsPage = lazy(() => import('./ReceiptsPage'));
const ReceiptFilePage = lazy(() => import('./ReceiptFilePage'));
const ReceiptPage = lazy(() => import('./ReceiptPage'));

export const capability: Capability = {
  routes: {
    '/parties': OldParties,
    '/customers': PartiesPage,
    '/suppliers': PartiesPage,
    '/employees': PartiesPage,
    '/sister-companies': PartiesPage,
    '/receipts': ReceiptsPage,
    '/parties/:id': PartyPage,
    '/invoices/new': InvoicePage,
    '/invoices/import': InvoiceFilePage,
    '/receipts/new': ReceiptPage,
    '/receipts/import': ReceiptFilePage,
  },
  forms: [
    { kind: 'INVOICE', words: say('party.invoice'), path: '/invoices/new' },
    { kind: 'RECEIPT', words: say('party.receipt'), path: '/receipts/new' },
  ],
  places: [
    {
      in: 'money-in',
      path: '/receipts',
      label: say('party.receipts'),
      order: 3,
      words: say('party.moneyReceivedChecks'),
    },
    {
      in: 'books',
      path: '/customers',
      label: say('party.customers'),
      order: 1,
      also: ['/parties', '/invoices'],
      words: say('party.receivablesInvoices'),
    },
    {
      in: 'books',
      path: '/suppliers',
      label: say('party.suppliers'),
      order: 2,
      words: say('party.payablesInvoicesBills'),
    },
    { in: 'books', path: '/employees', label: say('party.employees'), order: 3 },
    { in: 'books', path: '/sister-companies', label: say('party.sisterCompanies'), order: 4 },
  ],
  lineBookings: (
    [
      ['CUSTOMER', say('party.aCustomer'), 5, CustomerFields, CustomerCell],
      ['SUPPLIER', say('party.aSupplier'), 6, SupplierFields, SupplierCell],
      ['EMPLOYEE', say('party.anEmployee'), 7, EmployeeFields, EmployeeCell],
      ['SISTER_COMPANY', say('party.aSisterCompany'), 8, SisterCompanyFields, SisterCompanyCell],
    ] as const
  ).map(([kind, words, order, Fields, Cell]) => ({
    kind,
    words,
    order,
    byRule: true,
    start: {},
    complete: (d) => (d as PartyChoice).partyId !== undefined,
    Fields,
    Cell,
    namesParty: true,
  })),
};
