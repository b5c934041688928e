-- Amounts are whole minor units of the account's currency, signed: plus into the account, debit for journal lines.
-- Identifiers come from sequences that Hibernate takes in blocks.

create sequence row_id start with 1 increment by 500;

create table company (
  id bigint primary key,
  name varchar(120) not null,
  base_currency char(3) not null,
  one_person boolean not null,
  next_entry_number bigint not null,
  version int not null
);

create table site (
  id bigint primary key,
  company_id bigint not null references company,
  name varchar(120) not null,
  constraint site_name_once unique (company_id, name)
);

create table person (
  id bigint primary key,
  login varchar(60) not null constraint person_login_once unique,
  name varchar(120) not null,
  password_hash varchar(200) not null,
  failures int not null,
  locked_until timestamp with time zone,
  active boolean not null,
  version int not null
);

create table person_role (
  person_id bigint not null references person,
  company_id bigint not null references company,
  role varchar(20) not null check (role in ('VIEWER', 'PREPARER', 'CERTIFIER', 'ADMINISTRATOR')),
  primary key (person_id, company_id, role)
);

create table ledger_account (
  id bigint primary key,
  company_id bigint not null references company,
  code varchar(20) not null,
  name varchar(120) not null,
  type varchar(12) not null check (type in ('ASSET', 'LIABILITY', 'EQUITY', 'INCOME', 'EXPENSE')),
  active boolean not null,
  version int not null,
  constraint ledger_account_code_once unique (company_id, code)
);

create table journal_entry (
  id bigint primary key,
  company_id bigint not null references company,
  number bigint not null,
  entry_date date not null,
  source varchar(20) not null,
  reference varchar(200) not null,
  text varchar(500) not null,
  reversal_of bigint references journal_entry constraint reversed_once unique,
  booked_by varchar(120) not null,
  booked_at timestamp with time zone not null,
  constraint journal_number_once unique (company_id, number)
);
create index journal_entry_by_date on journal_entry (company_id, entry_date desc, id desc);

create table journal_line (
  id bigint primary key,
  journal_entry_id bigint not null references journal_entry,
  line_number int not null,
  ledger_account_id bigint not null references ledger_account,
  entry_date date not null,
  minor_units bigint not null check (minor_units <> 0),
  party varchar(200) not null,
  text varchar(500) not null,
  constraint journal_line_once unique (journal_entry_id, line_number)
);
create index journal_line_by_account on journal_line (ledger_account_id, entry_date, id);

create table bank_account (
  id bigint primary key,
  company_id bigint not null references company,
  place int not null,
  name varchar(120) not null,
  bank varchar(120) not null,
  number varchar(60) not null,
  currency char(3) not null,
  ledger_account_id bigint not null references ledger_account constraint cash_account_once unique,
  charges_account_id bigint not null references ledger_account,
  interest_account_id bigint not null references ledger_account,
  difference_account_id bigint not null references ledger_account,
  opening_date date not null,
  opening_minor_units bigint not null,
  mark_date date not null,
  mark_ledger_minor_units bigint not null,
  held_to date not null,
  revision bigint not null,
  constraint bank_account_name_once unique (company_id, name),
  constraint bank_account_number_once unique (company_id, number),
  constraint held_from_the_mark check (held_to >= mark_date)
);

create table statement_file (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  name varchar(200) not null,
  format varchar(20) not null,
  sha256 char(64) not null,
  size_bytes bigint not null,
  content blob not null,
  constraint file_once unique (bank_account_id, sha256)
);

create table statement (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  statement_file_id bigint references statement_file,
  reference varchar(200) not null,
  from_date date not null,
  to_date date not null,
  opening_minor_units bigint not null,
  closing_minor_units bigint not null,
  line_count int not null,
  taken_by varchar(120) not null,
  taken_at timestamp with time zone not null,
  constraint statement_begins_once unique (bank_account_id, from_date)
);

create table item_match (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  batch_id bigint,
  how varchar(12) not null check (how in ('FIRM', 'CANDIDATE', 'HAND', 'BOOKED', 'PAPER', 'CANCELLED')),
  strength varchar(5),
  evidence varchar(1000) not null,
  first_date date not null,
  last_date date not null,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null
);
create index match_by_dates on item_match (bank_account_id, last_date);
create index match_by_batch on item_match (batch_id);

create table bank_line (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  statement_id bigint not null references statement,
  place bigint not null,
  booking_date date not null,
  value_date date not null,
  minor_units bigint not null check (minor_units <> 0),
  balance_minor_units bigint not null,
  reference varchar(500) not null,
  bank_reference varchar(200) not null,
  check_number varchar(40) not null,
  counterparty varchar(300) not null,
  text varchar(2000) not null,
  code varchar(100) not null,
  item_match_id bigint references item_match,
  constraint bank_line_place_once unique (bank_account_id, place)
);
create index bank_line_by_date on bank_line (bank_account_id, booking_date, place);
create index bank_line_by_match on bank_line (item_match_id);
create index bank_line_by_statement on bank_line (statement_id);
create index bank_line_by_bank_reference on bank_line (bank_account_id, bank_reference);

create table cash_entry (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  journal_entry_id bigint not null references journal_entry,
  journal_line_id bigint not null references journal_line constraint cash_entry_once unique,
  entry_date date not null,
  minor_units bigint not null check (minor_units <> 0),
  reference varchar(200) not null,
  check_number varchar(40) not null,
  party varchar(200) not null,
  text varchar(500) not null,
  item_match_id bigint references item_match
);
create index cash_entry_by_date on cash_entry (bank_account_id, entry_date, id);
create index cash_entry_by_match on cash_entry (item_match_id);
create index cash_entry_open on cash_entry (bank_account_id, item_match_id, entry_date);
create index bank_line_open on bank_line (bank_account_id, item_match_id, booking_date);

create table bank_error (
  bank_line_id bigint primary key references bank_line,
  note varchar(500) not null,
  declared_by varchar(120) not null,
  declared_at timestamp with time zone not null
);

create table ledger_error (
  cash_entry_id bigint primary key references cash_entry,
  note varchar(500) not null,
  declared_by varchar(120) not null,
  declared_at timestamp with time zone not null
);

create table account_month (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  first_day date not null,
  state varchar(10) not null check (state in ('OPEN', 'PREPARED', 'CERTIFIED')),
  prepared_login varchar(60),
  prepared_name varchar(120),
  prepared_at timestamp with time zone,
  version int not null,
  constraint account_month_once unique (bank_account_id, first_day)
);

create table certificate (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  first_day date not null,
  last_day date not null,
  file clob not null,
  content_sha256 char(64) not null,
  seal char(64) not null constraint seal_once unique,
  bank_closing_minor_units bigint not null,
  ledger_closing_minor_units bigint not null,
  certified_by varchar(120) not null,
  certified_at timestamp with time zone not null,
  reopened_by varchar(120),
  reopened_at timestamp with time zone,
  reopened_reason varchar(500)
);
create index certificate_by_month on certificate (bank_account_id, first_day);

create table activity (
  id bigint primary key,
  company_id bigint references company,
  happened_at timestamp with time zone not null,
  who varchar(120) not null,
  action varchar(40) not null,
  object_type varchar(30) not null,
  object_id bigint not null,
  text varchar(1000) not null
);
create index activity_by_object on activity (object_type, object_id, id);
create index activity_by_company on activity (company_id, id);

-- The database refuses by itself what must never happen, whoever asks.
create trigger journal_entry_stays before update, delete on journal_entry for each row call "tidemark.app.guard.NeverChanged";
create trigger journal_line_stays before update, delete on journal_line for each row call "tidemark.app.guard.NeverChanged";
create trigger activity_stays before update, delete on activity for each row call "tidemark.app.guard.NeverChanged";
create trigger certificate_stays before update, delete on certificate for each row call "tidemark.app.guard.CertificateGuard";
create trigger cash_entry_below_mark before insert, update, delete on cash_entry for each row call "tidemark.app.guard.MarkGuard";
create trigger bank_line_below_mark before insert, update, delete on bank_line for each row call "tidemark.app.guard.MarkGuard";
create trigger statement_below_mark before insert, update, delete on statement for each row call "tidemark.app.guard.MarkGuard";
