-- What the bank took back of what it had credited. Items of one step were booked together, and are undone together.
create table returned_item (
  id bigint primary key,
  company_id bigint not null references company,
  step bigint not null,
  receipt_id bigint references receipt_in_hand,
  deposit_slip_id bigint references deposit_slip,
  original_entry_id bigint not null references journal_entry,
  bank_account_id bigint not null references bank_account,
  party_id bigint references party,
  payer varchar(200) not null,
  number varchar(200) not null,
  minor_units bigint not null check (minor_units > 0),
  bank_fee bigint not null check (bank_fee >= 0),
  our_fee bigint not null check (our_fee >= 0),
  returned_on date not null,
  reason varchar(20),
  reason_text varchar(200) not null,
  note varchar(400) not null,
  state varchar(20) not null check (state in ('OPEN', 'AGAIN', 'OWED', 'WRITTEN_OFF', 'UNDONE')),
  entry_id bigint not null references journal_entry,
  fee_entry_id bigint references journal_entry,
  our_fee_entry_id bigint references journal_entry,
  again_entry_id bigint references journal_entry,
  write_off_entry_id bigint references journal_entry,
  write_off_asked clob,
  printed int default 0 not null,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  version int not null
);
create index returned_item_by_state on returned_item (company_id, state, returned_on);
create index returned_item_by_original on returned_item (original_entry_id);
create index returned_item_by_party on returned_item (party_id, returned_on);
-- The settlements that ended with it, to stand again if it is undone.
create table returned_settlement (
  returned_item_id bigint not null references returned_item,
  settlement_id bigint not null references settlement,
  primary key (returned_item_id, settlement_id)
);
create table returned_settings (
  id bigint primary key,
  company_id bigint not null references company,
  bank_fee bigint not null check (bank_fee >= 0),
  our_fee bigint not null check (our_fee >= 0),
  our_fee_tax varchar(40) not null,
  write_off_account_id bigint references ledger_account,
  check_days int not null check (check_days between 1 and 800),
  card_days int not null check (card_days between 1 and 800),
  version int not null,
  constraint returned_settings_once unique (company_id)
);
-- Customers who are not charged our fee.
create table returned_fee_left_out (
  party_id bigint primary key references party
);
-- A receipt that was presented again: the entry it had before.
create table presented_again (
  entry_id bigint primary key references journal_entry,
  receipt_id bigint not null references receipt_in_hand,
  before_entry_id bigint not null references journal_entry
);
-- The entry of a discount that was granted when an item was settled later, by the item that settled.
create table later_discount (
  entry_id bigint primary key references journal_entry,
  item_id bigint not null references open_item
);
create index later_discount_by_item on later_discount (item_id);
-- What came back stays on the slip it was banked on until it is presented again.
alter table receipt_in_hand drop constraint receipt_on_its_slip;
alter table receipt_in_hand add constraint receipt_on_its_slip
  check ((state in ('ON_SLIP', 'BANKED')) <= (deposit_slip_id is not null)
    and (deposit_slip_id is not null) <= (state in ('ON_SLIP', 'BANKED', 'RETURNED')));
alter table presentment add column came_back boolean default false not null;
create index presentment_by_slip on presentment (deposit_slip_id);
create trigger returned_item_is_found after insert, update, delete on returned_item for each row call "tidemark.app.guard.FindChange";
create trigger deposit_slip_is_found after insert, update, delete on deposit_slip for each row call "tidemark.app.guard.FindChange";
