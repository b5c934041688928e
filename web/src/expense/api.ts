import type { Schemas } from '../shared/api';

export type ExpenseDetail = Schemas['ExpenseDetail'];
export type ExpenseLine = Schemas['ExpenseLine'];
export type ExpenseList = Schemas['ExpenseList'];
export type ExpenseMade = Schemas['ExpenseMade'];
export type ExpenseRow = Schemas['ExpenseRow'];
export type LastOfPayee = Schemas['LastOfPayee'];
export type NewExpense = Schemas['NewExpense'];
export type BookedView = Schemas['BookedView'];
