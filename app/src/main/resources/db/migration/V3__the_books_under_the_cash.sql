-- Set-up, open items, payments, drafts, totals by day.

alter table company add column second_person_above bigint;
alter table site add column active boolean default true not null;

create table cost_centre (
  id bigint primary key,
  company_id bigint not null references company,
  code varchar(20) not null,
  name varchar(120) not null,
  active boolean not null,
  constraint cost_centre_once unique (company_id, code)
);

create table bank (
  id bigint primary key,
  company_id bigint not null references company,
  name varchar(120) not null,
  identifier varchar(20) not null,
  constraint bank_once unique (company_id, name)
);

create table branch (
  id bigint primary key,
  company_id bigint not null references company,
  bank_id bigint not null references bank,
  name varchar(120) not null,
  identifier varchar(20) not null,
  constraint branch_once unique (bank_id, name)
);

create table tax_code (
  id bigint primary key,
  company_id bigint not null references company,
  code varchar(20) not null,
  name varchar(120) not null,
  rate_percent decimal(6, 3) not null check (rate_percent between 0 and 100),
  ledger_account_id bigint not null references ledger_account,
  active boolean not null,
  constraint tax_code_once unique (company_id, code)
);

create table number_series (
  id bigint primary key,
  company_id bigint not null references company,
  kind varchar(20) not null check (kind in ('INVOICE', 'CREDIT_NOTE', 'RECEIPT', 'PAYMENT', 'TRANSFER')),
  prefix varchar(12) not null,
  next_number bigint not null check (next_number > 0),
  digits int not null check (digits between 1 and 10),
  constraint number_series_once unique (company_id, kind)
);

create table exchange_rate (
  id bigint primary key,
  company_id bigint not null references company,
  currency char(3) not null,
  rate_date date not null,
  rate decimal(18, 8) not null check (rate > 0),
  constraint exchange_rate_once unique (company_id, currency, rate_date)
);

create table closed_month (
  id bigint primary key,
  company_id bigint not null references company,
  first_day date not null,
  closed_by varchar(120) not null,
  closed_at timestamp with time zone not null,
  constraint closed_month_once unique (company_id, first_day)
);

alter table ledger_account add column currency char(3);
alter table ledger_account add column control varchar(12) default 'NONE' not null
  check (control in ('NONE', 'RECEIVABLES', 'PAYABLES'));

create table company_purpose (
  company_id bigint not null references company,
  purpose varchar(30) not null,
  ledger_account_id bigint not null references ledger_account,
  primary key (company_id, purpose)
);

create table bank_account_purpose (
  bank_account_id bigint not null references bank_account,
  purpose varchar(30) not null,
  ledger_account_id bigint not null references ledger_account,
  primary key (bank_account_id, purpose)
);
insert into bank_account_purpose select id, 'CHARGES', charges_account_id from bank_account;
insert into bank_account_purpose select id, 'INTEREST_EARNED', interest_account_id from bank_account;
insert into bank_account_purpose select id, 'DIFFERENCES', difference_account_id from bank_account;
alter table bank_account drop column charges_account_id;
alter table bank_account drop column interest_account_id;
alter table bank_account drop column difference_account_id;
alter table bank_account add column branch_id bigint references branch;
alter table bank_account add column opening_bank_minor_units bigint;
update bank_account set opening_bank_minor_units = opening_minor_units;
alter table bank_account alter column opening_bank_minor_units set not null;
alter table bank_account add column least_payment bigint;
alter table bank_account add column most_payment bigint;
alter table bank_account add column zero_payment boolean default false not null;
alter table bank_account add column difference_tolerance bigint default 0 not null check (difference_tolerance >= 0);
alter table bank_account add column check_stock varchar(12) default 'PRENUMBERED' not null
  check (check_stock in ('PRENUMBERED', 'BLANK'));
alter table bank_account add column next_check_number varchar(12) default '1001' not null;
alter table bank_account add column book_on_clearing boolean default false not null;
alter table bank_account add column active boolean default true not null;

create table bank_account_site (
  bank_account_id bigint not null references bank_account,
  site_id bigint not null references site,
  primary key (bank_account_id, site_id)
);

drop trigger journal_entry_stays;
drop trigger journal_line_stays;
drop trigger cash_entry_below_mark;
alter table journal_entry add column document_date date;
update journal_entry set document_date = entry_date;
alter table journal_entry alter column document_date set not null;
alter table journal_entry add column site_id bigint references site;

create table party (
  id bigint primary key,
  company_id bigint not null references company,
  control varchar(12) not null check (control in ('RECEIVABLES', 'PAYABLES')),
  code varchar(20) not null,
  name varchar(120) not null,
  address varchar(500) not null,
  due_days int not null,
  discount_percent decimal(6, 3) not null,
  discount_days int not null,
  active boolean not null,
  version int not null,
  constraint party_code_once unique (company_id, control, code)
);
create index party_by_name on party (company_id, control, name);

alter table journal_line add column own_minor_units bigint;
update journal_line set own_minor_units = minor_units;
alter table journal_line alter column own_minor_units set not null;
alter table journal_line add column party_id bigint references party;
alter table journal_line add column cost_centre varchar(20) default '' not null;
alter table journal_line add column tax_code varchar(20) default '' not null;
drop index journal_line_by_account;
-- holds what a page of an account and the sum up to its first line need
create index journal_line_by_account on journal_line (ledger_account_id, entry_date, id, minor_units);

-- newest first, read in the index's own order
create index journal_entry_latest on journal_entry (company_id, number desc);
drop index activity_by_company;
create index activity_latest on activity (company_id, id desc);

-- An opening item stands in the ledger by the opening balance; it has no entry of its own.
alter table cash_entry alter column journal_entry_id set null;
alter table cash_entry alter column journal_line_id set null;

-- Debits and credits of each account and day, kept with every booking, so that no balance is summed from lines.
create table account_day (
  ledger_account_id bigint not null references ledger_account,
  total_date date not null,
  debits bigint not null,
  credits bigint not null,
  own_net bigint not null,
  primary key (ledger_account_id, total_date)
);
insert into account_day
  select ledger_account_id, entry_date,
    sum(greatest(minor_units, 0)), sum(greatest(-minor_units, 0)), sum(own_minor_units)
  from journal_line group by ledger_account_id, entry_date;

create table open_item (
  id bigint primary key,
  company_id bigint not null references company,
  party_id bigint not null references party,
  ledger_account_id bigint not null references ledger_account,
  journal_entry_id bigint not null references journal_entry,
  journal_line_id bigint not null references journal_line constraint open_item_once unique,
  kind varchar(12) not null check (kind in ('INVOICE', 'CREDIT_NOTE', 'PAYMENT', 'OTHER', 'REVERSAL')),
  number varchar(60),
  title varchar(200) not null,
  item_date date not null,
  due_date date not null,
  minor_units bigint not null check (minor_units <> 0),
  open_minor_units bigint not null,
  discount_until date not null,
  discount_minor_units bigint not null check (discount_minor_units >= 0),
  version int not null,
  constraint open_item_number_once unique (party_id, kind, number),
  constraint open_item_within check (
    (minor_units > 0 and open_minor_units between 0 and minor_units)
    or (minor_units < 0 and open_minor_units between minor_units and 0))
);
create index open_item_by_party on open_item (party_id, item_date, id);
create index open_item_still_open on open_item (company_id, ledger_account_id, open_minor_units);
create index open_item_by_entry on open_item (journal_entry_id);

create table settlement (
  id bigint primary key,
  company_id bigint not null references company,
  party_id bigint not null references party,
  debit_item_id bigint not null references open_item,
  credit_item_id bigint not null references open_item,
  minor_units bigint not null check (minor_units > 0),
  settled_from date not null,
  closing boolean not null,
  settled_by varchar(120) not null,
  settled_at timestamp with time zone not null,
  undone_from date,
  undone_by varchar(120),
  undone_at timestamp with time zone
);
create index settlement_by_party on settlement (party_id, id);
create index settlement_by_debit on settlement (debit_item_id);
create index settlement_by_credit on settlement (credit_item_id);

create table payment (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint not null references bank_account,
  site_id bigint references site,
  kind varchar(20) not null check (kind in ('CHECK', 'BANK_TRANSFER', 'CARD', 'OTHER')),
  number varchar(40) not null,
  payee varchar(120) not null,
  party_id bigint references party,
  payment_date date not null,
  minor_units bigint not null check (minor_units >= 0),
  text varchar(480) not null,
  state varchar(20) not null check (state in ('WAITS_FOR_RELEASE', 'WAITS_FOR_DATE', 'BOOKED', 'VOID')),
  parts clob not null,
  on_clearing boolean not null,
  journal_entry_id bigint references journal_entry,
  clearing_entry_id bigint references journal_entry,
  void_entry_id bigint references journal_entry,
  batch_id bigint,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  released_by varchar(120),
  voided_by varchar(120),
  void_reason varchar(200),
  version int not null,
  constraint payment_number_once unique (bank_account_id, kind, number)
);
create index payment_by_account on payment (bank_account_id, payment_date, id);
create index payment_by_state on payment (company_id, state, payment_date);
create index payment_by_entry on payment (journal_entry_id);

create table transfer (
  id bigint primary key,
  company_id bigint not null references company,
  number varchar(40) not null,
  from_account_id bigint not null references bank_account,
  to_account_id bigint not null references bank_account,
  from_date date not null,
  to_date date not null,
  from_minor_units bigint not null check (from_minor_units > 0),
  to_minor_units bigint not null check (to_minor_units > 0),
  text varchar(480) not null,
  first_entry_id bigint not null references journal_entry,
  second_entry_id bigint references journal_entry,
  reversed boolean not null,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  version int not null
);
create index transfer_by_company on transfer (company_id, id);
create index transfer_by_first on transfer (first_entry_id);
create index transfer_by_second on transfer (second_entry_id);

create table draft (
  id bigint primary key,
  company_id bigint not null references company,
  site_id bigint references site,
  bank_account_id bigint references bank_account,
  kind varchar(12) not null check (kind in ('ENTRY', 'INVOICE', 'PAYMENT', 'RECEIPT', 'TRANSFER')),
  title varchar(200) not null,
  amount varchar(40) not null,
  draft_date date not null,
  body clob not null,
  state varchar(10) not null check (state in ('OPEN', 'POSTED', 'DISCARDED')),
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  changed_at timestamp with time zone not null,
  version int not null
);
create index draft_by_company on draft (company_id, state, id);

create table posting_run (
  id bigint primary key,
  company_id bigint not null references company,
  run_by varchar(120) not null,
  run_at timestamp with time zone not null,
  accounting_date date,
  posted int not null,
  refused int not null
);
create index posting_run_by_company on posting_run (company_id, id);

create table posting_run_item (
  id bigint primary key,
  posting_run_id bigint not null references posting_run,
  draft_id bigint not null references draft,
  title varchar(200) not null,
  journal_entry_id bigint references journal_entry,
  refusal varchar(2000) not null
);
create index posting_run_item_by_run on posting_run_item (posting_run_id, id);

create table attachment (
  id bigint primary key,
  company_id bigint not null references company,
  journal_entry_id bigint not null references journal_entry,
  name varchar(200) not null,
  media_type varchar(100) not null,
  size_bytes bigint not null,
  content blob not null,
  added_by varchar(120) not null,
  added_at timestamp with time zone not null
);
create index attachment_by_entry on attachment (journal_entry_id);

create trigger journal_entry_stays before update, delete on journal_entry for each row call "tidemark.app.guard.NeverChanged";
create trigger journal_line_stays before update, delete on journal_line for each row call "tidemark.app.guard.NeverChanged";
create trigger cash_entry_below_mark before insert, update, delete on cash_entry for each row call "tidemark.app.guard.MarkGuard";
create trigger attachment_stays before update, delete on attachment for each row call "tidemark.app.guard.NeverChanged";
