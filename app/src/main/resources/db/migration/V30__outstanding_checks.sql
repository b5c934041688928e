-- How long a check of an account is out until it is old, and until it is stale.
alter table bank_account add column old_check_days int default 90 not null;
alter table bank_account add column stale_check_days int default 180 not null;
alter table bank_account add constraint check_ages
  check (old_check_days >= 1 and old_check_days < stale_check_days and stale_check_days <= 3650);
-- What was said of a check that the bank has not paid: that it is kept, or that the bank was told to stop it.
create table check_note (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint not null references bank_account,
  payment_id bigint references payment,
  cash_entry_id bigint references cash_entry,
  kept_until date,
  kept_note varchar(400) not null,
  kept_by varchar(120),
  stopped_on date,
  stop_confirmation varchar(80) not null,
  stop_fee_entry_id bigint references journal_entry,
  stopped_by varchar(120),
  version int not null,
  constraint check_note_of_one check ((payment_id is null) <> (cash_entry_id is null)),
  constraint check_note_by_payment unique (payment_id),
  constraint check_note_by_entry unique (cash_entry_id)
);
create index check_note_by_account on check_note (bank_account_id);
-- Checks that were never cashed, owed as unclaimed money.
create table unclaimed_money (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint not null references bank_account,
  payment_id bigint references payment,
  cash_entry_id bigint references cash_entry,
  party_id bigint references party,
  check_number varchar(40) not null,
  payee varchar(120) not null,
  address varchar(400) not null,
  region varchar(80) not null,
  written_on date not null,
  moved_on date not null,
  minor_units bigint not null check (minor_units > 0),
  entry_id bigint not null references journal_entry,
  notice_sent_on date,
  out_payment_id bigint references payment,
  over_to_state boolean not null,
  taken_back boolean not null,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  version int not null
);
create index unclaimed_money_by_company on unclaimed_money (company_id, written_on);
create index unclaimed_money_by_payment on unclaimed_money (payment_id);
create index unclaimed_money_by_out on unclaimed_money (out_payment_id);
create table unclaimed_terms (
  id bigint primary key,
  company_id bigint not null references company,
  dormant_months int not null check (dormant_months between 1 and 360),
  notice_days int not null check (notice_days between 0 and 720),
  version int not null,
  constraint unclaimed_terms_once unique (company_id)
);
create index payment_by_number on payment (bank_account_id, number);
-- A check that is owed as unclaimed money: the column is made anew, since its rule has no name of its own.
alter table payment add column new_state varchar(20);
update payment set new_state = state;
drop index payment_by_state;
alter table payment drop column state;
alter table payment alter column new_state rename to state;
alter table payment alter column state set not null;
alter table payment add constraint payment_state
  check (state in ('WAITS_FOR_RELEASE', 'WAITS_FOR_DATE', 'BOOKED', 'UNCLAIMED', 'VOID'));
create index payment_by_state on payment (company_id, state, payment_date);
