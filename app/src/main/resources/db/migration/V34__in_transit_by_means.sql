-- Where a payment waited until the bank had paid it: the account that its entry credits with all of it.
alter table payment add column in_transit_account_id bigint references ledger_account;
update payment p set in_transit_account_id =
  (select l.ledger_account_id from journal_line l
   where l.journal_entry_id = p.journal_entry_id and l.minor_units = -p.minor_units
   order by l.line_number desc fetch first row only)
  where p.on_clearing and p.journal_entry_id is not null;
-- A wire is a kind of its own: the column is made anew, since its rule has no name of its own.
alter table payment drop constraint payment_number_once;
alter table payment add column new_kind varchar(20);
update payment set new_kind = kind;
alter table payment drop column kind;
alter table payment alter column new_kind rename to kind;
alter table payment alter column kind set not null;
alter table payment add constraint payment_kind check (kind in ('CHECK', 'BANK_TRANSFER', 'WIRE', 'CARD', 'OTHER'));
alter table payment add constraint payment_number_once unique (bank_account_id, kind, number);
-- The rule by which a line was booked; empty where a person chose it.
alter table booked_line add column rule varchar(80) default '' not null;
-- A slip that is cash only when the bank has credited it: where it waits, and the entry by which it left for the bank.
alter table bank_account add column deposits_on_clearing boolean default false not null;
alter table deposit_slip add column in_transit_account_id bigint references ledger_account;
alter table deposit_slip add column clearing_entry_id bigint references journal_entry;
create index deposit_slip_by_clearing on deposit_slip (clearing_entry_id);
-- What waited for the bank in a group that was undone may be a slip.
create table undone_group_waiting (
  undone_group_id bigint not null references undone_group,
  waiting_id bigint not null,
  primary key (undone_group_id, waiting_id)
);
insert into undone_group_waiting select undone_group_id, payment_id from undone_group_payment;
drop table undone_group_payment;
