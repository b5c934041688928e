import { lazy } from 'react';
import type { Capability } from '../capabilities';
import type { PartyChoice } from './api';
import { CustomerFields, EmployeeFields, SisterCompanyFields, SupplierFields } from './PartyFields';

const PartiesPage = lazy(() => import('./PartiesPage'));
const PartyPage = lazy(() => import('./PartyPage'));
const InvoicePage = lazy(() => import('./InvoicePage'));
const InvoiceFilePage = lazy(() => import('./InvoiceFilePage'));
const ReceiptPage = lazy(() => import('./ReceiptPage'));

export const capability: Capability = {
  routes: {
    '/parties': PartiesPage,
    '/parties/:id': PartyPage,
    '/invoices/new': InvoicePage,
    '/invoices/import': InvoiceFilePage,
    '/receipts/new': ReceiptPage,
  },
  forms: [
    { kind: 'INVOICE', words: 'Invoice', path: '/invoices/new' },
    { kind: 'RECEIPT', words: 'Receipt', path: '/receipts/new' },
  ],
  places: [{ path: '/parties', label: 'Customers and suppliers', order: 5 }],
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
