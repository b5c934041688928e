import { lazy } from 'react';
import type { Capability } from '../capabilities';
import type { PartyChoice } from './api';
import { OldParties } from './OldParties';
import { CustomerFields, EmployeeFields, SisterCompanyFields, SupplierFields } from './PartyFields';

const PartiesPage = lazy(() => import('./PartiesPage'));
const PartyPage = lazy(() => import('./PartyPage'));
const InvoicePage = lazy(() => import('./InvoicePage'));
const InvoiceFilePage = lazy(() => import('./InvoiceFilePage'));
const ReceiptsPage = lazy(() => import('./ReceiptsPage'));
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
  },
  forms: [
    { kind: 'INVOICE', words: 'Invoice', path: '/invoices/new' },
    { kind: 'RECEIPT', words: 'Receipt', path: '/receipts/new' },
  ],
  places: [
    { in: 'money-in', path: '/receipts', label: 'Receipts', order: 1, words: 'money received checks' },
    {
      in: 'books',
      path: '/customers',
      label: 'Customers',
      order: 1,
      also: ['/parties', '/invoices'],
      words: 'receivables invoices',
    },
    { in: 'books', path: '/suppliers', label: 'Suppliers', order: 2, words: 'payables invoices bills' },
    { in: 'books', path: '/employees', label: 'Employees', order: 3 },
    { in: 'books', path: '/sister-companies', label: 'Sister companies', order: 4 },
  ],
  lineBookings: (
    [
      ['CUSTOMER', 'a customer', 5, CustomerFields],
      ['SUPPLIER', 'a supplier', 6, SupplierFields],
      ['EMPLOYEE', 'an employee', 7, EmployeeFields],
      ['SISTER_COMPANY', 'a sister company', 8, SisterCompanyFields],
    ] as const
  ).map(([kind, words, order, Fields]) => ({
    kind,
    words,
    order,
    byRule: true,
    start: {},
    complete: (d) => (d as PartyChoice).partyId !== undefined,
    Fields,
    namesParty: true,
  })),
};
