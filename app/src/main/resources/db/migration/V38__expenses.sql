-- Expenses, and movements of a bank account typed by hand. What is booked of one is an entry; the form it came from is kept.
create table expense (
  id bigint primary key,
  company_id bigint not null references company,
  kind varchar(20) not null check (kind in ('EXPENSE', 'MOVEMENT')),
  state varchar(20) not null check (state in ('BOOKED', 'REVERSED')),
  number varchar(40) not null,
  paid_by varchar(20) not null,
  incoming boolean not null,
  bank_account_id bigint references bank_account,
  fund_id bigint references fund,
  employee_id bigint references party,
  customer_id bigint references party,
  site_id bigint references site,
  move_day date not null,
  paper_day date not null,
  payee varchar(200) not null,
  payee_plain varchar(200) not null,
  reference varchar(60) not null,
  text varchar(400) not null,
  tags varchar(400) not null,
  gross bigint not null check (gross > 0),
  form clob not null,
  entry_id bigint not null references journal_entry,
  passed_on_entry_id bigint references journal_entry,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  version int not null
);
create index expense_by_day on expense (company_id, kind, move_day, id);
create index expense_by_payee on expense (company_id, payee_plain, move_day);
create index expense_by_entry on expense (entry_id);
create index expense_by_passed_on on expense (passed_on_entry_id);
