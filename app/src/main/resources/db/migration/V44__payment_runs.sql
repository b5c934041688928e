-- A run: what is due to many suppliers, paid in one go out of one bank account.
create table payment_run (
  id bigint primary key,
  company_id bigint not null references company,
  version int not null,
  bank_account_id bigint not null references bank_account,
  number varchar(40) not null,
  due_up_to date not null,
  pay_on date not null,
  least_rate decimal(7, 1) not null,
  note varchar(200) not null,
  state varchar(20) not null,
  bank_file_id bigint references bank_file,
  batch_id bigint,
  reversal_file_id bigint references bank_file,
  one_sum boolean not null,
  made_by varchar(120) not null,
  made_at timestamp(9) with time zone not null,
  handed_over_by varchar(120) not null,
  handed_over_person bigint,
  handed_over_at timestamp(9) with time zone,
  released_by varchar(120) not null,
  released_at timestamp(9) with time zone,
  declined_for varchar(200) not null,
  constraint payment_run_once unique (company_id, number)
);
create index payment_run_waiting on payment_run (bank_account_id, state);
-- What was decided of a payee in a run, and the payment that it became.
create table payment_run_payee (
  id bigint primary key,
  company_id bigint not null references company,
  version int not null,
  run_id bigint not null references payment_run,
  party_id bigint not null references party,
  decision varchar(20) not null,
  means varchar(20) not null,
  changed boolean not null,
  minor_units bigint not null,
  reason varchar(200) not null,
  bank_details_id bigint references bank_details,
  payment_id bigint references payment,
  trace bigint,
  decided_by varchar(120) not null,
  decided_at timestamp(9) with time zone not null,
  constraint payment_run_payee_once unique (run_id, party_id)
);
create index payment_run_payee_by_party on payment_run_payee (party_id);
create index payment_run_payee_by_payment on payment_run_payee (payment_id);
create index payment_run_payee_by_trace on payment_run_payee (company_id, trace);
-- What of each item is paid, with its discount and what credits pay of it; a credit has what it pays.
create table payment_run_item (
  payee_id bigint not null references payment_run_payee,
  item_id bigint not null references open_item,
  paid bigint not null,
  discount bigint not null,
  netted bigint not null,
  primary key (payee_id, item_id)
);
-- Which credits paid what, while it stands.
create table payment_run_netting (
  payee_id bigint not null references payment_run_payee,
  settlement_id bigint not null references settlement,
  primary key (payee_id, settlement_id)
);
-- Payments of a run that the bank pays together.
alter table payment add column in_one_sum boolean default false not null;
-- What a bank says of a payment.
alter table bank_answer add column payment_id bigint references payment;
