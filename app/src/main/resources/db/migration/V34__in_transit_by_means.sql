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
