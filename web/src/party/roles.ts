import { ROLES, type Control } from '../shared/useBooks';

export const CONTROLS = Object.keys(ROLES) as Control[];

/** The role that an address names; customers where it names none. */
export const controlOf = (text: string | null): Control => CONTROLS.find((c) => c === text) ?? 'RECEIVABLES';

/** Invoices are exchanged with customers and suppliers, so only they have terms of payment. */
export const takesInvoices = (control: Control) => control === 'RECEIVABLES' || control === 'PAYABLES';

/** With its article: an employee. */
export const someone = (control: Control) => `${control === 'EMPLOYEES' ? 'an' : 'a'} ${ROLES[control][0]}`;
