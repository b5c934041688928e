import type { PartyCard } from './api';
import { ROLES, type Control } from '../shared/useBooks';
import { say } from '../words';

export const CONTROLS = Object.keys(ROLES) as Control[];

/** Where the list of a role stands. */
export const PATHS: Record<Control, string> = {
  RECEIVABLES: '/customers',
  PAYABLES: '/suppliers',
  EMPLOYEES: '/employees',
  SISTER_COMPANIES: '/sister-companies',
};

/** The role that an address names; customers where it names none. */
export const controlOf = (text: string | null): Control => CONTROLS.find((c) => c === text) ?? 'RECEIVABLES';

/** Invoices are exchanged with customers and suppliers, so only they have terms of payment. */
export const takesInvoices = (control: Control) => control === 'RECEIVABLES' || control === 'PAYABLES';

/** With its article: an employee. */
export const someone = (control: Control) =>
  `${control === 'EMPLOYEES' ? say('party.an') : say('party.a')} ${ROLES[control][0]}`;

/** The card of somebody new in a role. */
export const newCard = (control: Control): PartyCard => ({
  control,
  code: '',
  name: '',
  address: '',
  dueDays: takesInvoices(control) ? 30 : 0,
  discountPercent: '',
  discountDays: 0,
  active: true,
});
