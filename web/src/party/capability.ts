import { lazy } from 'react';
import type { Capability } from '../capabilities';
import type { PartyChoice } from './api';
import { CustomerFields, SupplierFields } from './PartyFields';

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
  lineBookings: [
    {
      kind: 'CUSTOMER',
      words: 'a customer',
      order: 5,
      byRule: true,
      start: {},
      complete: (d) => (d as PartyChoice).partyId !== undefined,
      Fields: CustomerFields,
      namesParty: true,
    },
    {
      kind: 'SUPPLIER',
      words: 'a supplier',
      order: 6,
      byRule: true,
      start: {},
      complete: (d) => (d as PartyChoice).partyId !== undefined,
      Fields: SupplierFields,
      namesParty: true,
    },
  ],
};
