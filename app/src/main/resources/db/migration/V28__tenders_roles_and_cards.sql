-- Where the money of a tender waits, and which bank accounts it may go to. An empty name is the tender of that kind that
-- every company has; a company adds its own.
create table tender_rule (
  id bigint primary key,
  company_id bigint not null references company,
  kind varchar(20) not null check (kind in ('CHECK', 'CASH', 'CARD')),
  name varchar(40) not null,
  active boolean not null,
  ledger_account_id bigint references ledger_account,
  version int not null,
  constraint tender_rule_once unique (company_id, kind, name)
);
create table tender_site_account (
  tender_rule_id bigint not null references tender_rule,
  site_id bigint not null references site,
  ledger_account_id bigint not null references ledger_account,
  primary key (tender_rule_id, site_id)
);
create table tender_bank_account (
  tender_rule_id bigint not null references tender_rule,
  bank_account_id bigint not null references bank_account,
  primary key (tender_rule_id, bank_account_id)
);
create table desk_settings (
  id bigint primary key,
  company_id bigint not null references company,
  hides_amounts boolean not null,
  cash_as_one_total boolean not null,
  revision int not null,
  version int not null,
  constraint desk_settings_once unique (company_id)
);
-- How much cash a site keeps in hand before it is warned.
create table site_cash_limit (
  desk_settings_id bigint not null references desk_settings,
  site_id bigint not null references site,
  minor_units bigint not null check (minor_units >= 0),
  primary key (desk_settings_id, site_id)
);
alter table receipt_in_hand add column tender_name varchar(40) default '' not null;
-- Receiving, counting and taking to the bank can be three people.
create table wider_role (
  person_id bigint not null references person,
  company_id bigint not null references company,
  role varchar(20) not null check
    (role in ('VIEWER', 'PREPARER', 'RECEIVER', 'COUNTER', 'BANKER', 'CERTIFIER', 'ADMINISTRATOR')),
  primary key (person_id, company_id, role)
);
insert into wider_role (person_id, company_id, role) select person_id, company_id, role from person_role;
drop table person_role;
alter table wider_role rename to person_role;
-- A sister company of a company whose books are kept here too.
create table sister_books (
  party_id bigint primary key references party,
  sister_id bigint not null references company
);
-- Whoever pays what cards were charged: to which account and when, what it keeps and where that is booked.
create table card_processor (
  id bigint primary key,
  company_id bigint not null references company,
  name varchar(120) not null,
  active boolean not null,
  bank_account_id bigint not null references bank_account,
  bank_words varchar(80) not null,
  lag_days int not null check (lag_days between 0 and 60),
  agreed_percent decimal(9, 6),
  fee_account_id bigint references ledger_account,
  refund_account_id bigint references ledger_account,
  chargeback_account_id bigint references ledger_account,
  reserve_account_id bigint references ledger_account,
  takings_account_id bigint references ledger_account,
  report clob,
  version int not null,
  constraint card_processor_once unique (company_id, name)
);
create table card_batch (
  id bigint primary key,
  company_id bigint not null references company,
  card_processor_id bigint not null references card_processor,
  site_id bigint references site,
  number varchar(60) not null,
  batch_day date not null,
  gross bigint not null check (gross >= 0),
  refunds bigint not null check (refunds >= 0),
  chargebacks bigint not null check (chargebacks >= 0),
  reserve bigint not null check (reserve >= 0),
  fee bigint not null check (fee >= 0),
  deposit_slip_id bigint references deposit_slip,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  version int not null,
  constraint card_batch_once unique (card_processor_id, number)
);
create index card_batch_by_day on card_batch (card_processor_id, batch_day);
-- Who pays a slip, as the bank names them; empty for what is carried to the bank.
alter table deposit_slip add column payer varchar(120) default '' not null;
