import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const ExpensesPage = lazy(() => import('./ExpensesPage'));
const ExpenseFormPage = lazy(() => import('./ExpenseFormPage'));
const ExpenseFilePage = lazy(() => import('./ExpenseFilePage'));
const ExpensePage = lazy(() => import('./ExpensePage'));

export const capability: Capability = {
  routes: {
    '/expenses': ExpensesPage,
    '/expenses/new': ExpenseFormPage,
    '/expenses/file': ExpenseFilePage,
    '/expenses/:id': ExpensePage,
    '/expenses/:id/change': ExpenseFormPage,
    '/bank-movements/new': ExpenseFormPage,
  },
  forms: [
    { kind: 'EXPENSE', words: say('expense.expense'), path: '/expenses/new' },
    { kind: 'BANK_MOVEMENT', words: say('expense.bankMovement'), path: '/bank-movements/new' },
  ],
  places: [
    {
      in: 'money-out',
      path: '/expenses',
      label: say('expense.expenses'),
      order: 5,
      also: ['/bank-movements'],
      words: say('expense.receiptsPicturesOutOfPocket'),
    },
  ],
};
