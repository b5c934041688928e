import type { Schemas } from '../shared/api';

export type BookRow = Schemas['BookRow'];
export type DrawerBook = Schemas['DrawerBook'];
export type DrawerCount = Schemas['DrawerCountView'];
export type CountList = Schemas['CountList'];
export type Fund = Schemas['FundView'];
export type FundPurpose = Schemas['FundPurpose'];
export type Identity = Schemas['DrawerIdentity'];
export type OpenMove = Schemas['OpenMove'];
export type Voucher = Schemas['NewVoucher'];
export type VoucherMade = Schemas['VoucherMade'];
export type DrawerMonthList = Schemas['DrawerMonthList'];
export type BookedView = Schemas['BookedView'];
export type PersonView = Schemas['PersonView'];
