-- Files that came in, from wherever; what was read of them, what was skipped, what a person decided.
create table arrival (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint references bank_account,
  source varchar(10) not null check (source in ('UPLOAD', 'FOLDER', 'LINK')),
  name varchar(200) not null,
  format varchar(80) not null,
  sha256 char(64) not null,
  size_bytes bigint not null,
  state varchar(12) not null check (state in ('READING', 'MAPPING', 'WAITS', 'TAKEN', 'NOTHING_NEW', 'LEFT', 'REFUSED', 'CANCELLED')),
  line_count int not null,
  skipped_count int not null,
  interim_count int not null,
  problems clob not null,
  note varchar(400) not null,
  came_from varchar(120) not null,
  came_at timestamp with time zone not null,
  ended_at timestamp with time zone
);
create table arrival_content (
  arrival_id bigint primary key references arrival,
  content blob not null
);
create index arrival_by_company on arrival (company_id, id);

create table skipped_line (
  id bigint primary key,
  arrival_id bigint not null references arrival,
  bank_account_id bigint not null references bank_account,
  known_line_id bigint not null,
  taken_line_id bigint,
  why varchar(30) not null,
  booking_date date not null,
  value_date date not null,
  minor_units bigint not null,
  reference varchar(500) not null,
  bank_reference varchar(200) not null,
  check_number varchar(40) not null,
  counterparty varchar(300) not null,
  text varchar(2000) not null,
  code varchar(100) not null
);
create index skipped_line_by_arrival on skipped_line (arrival_id);

create table interim_line (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  arrival_id bigint references arrival,
  state varchar(10) not null check (state in ('SEEN', 'CONFIRMED', 'GONE')),
  pending boolean not null,
  bank_line_id bigint,
  seen_at timestamp with time zone not null,
  ended_at timestamp with time zone,
  booking_date date not null,
  value_date date not null,
  minor_units bigint not null,
  reference varchar(500) not null,
  bank_reference varchar(200) not null,
  check_number varchar(40) not null,
  counterparty varchar(300) not null,
  text varchar(2000) not null,
  code varchar(100) not null
);
create index interim_line_by_account on interim_line (bank_account_id, state, booking_date);

create table column_mapping (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint not null references bank_account,
  name varchar(80) not null,
  content varchar(12000) not null,
  version int not null,
  constraint mapping_once unique (company_id, name)
);

alter table statement add arrival_id bigint references arrival;
alter table statement add source varchar(10) default 'FILE' not null;
update statement set source = 'PAPER' where statement_file_id is null;
alter table statement add note varchar(400) default '' not null;
alter table statement add breaks varchar(4000) default '' not null;
alter table bank_line add extra varchar(2000) default '' not null;
alter table statement_file alter column format varchar(80);

-- Consents given at a bank, and the accounts found there.
create table bank_link (
  id bigint primary key,
  company_id bigint not null references company,
  bank varchar(40) not null,
  consent_id varchar(100) not null,
  return_key varchar(64) not null,
  state varchar(12) not null check (state in ('ASKED', 'VALID', 'LAPSED', 'ENDED')),
  valid_until date not null,
  every_hours int not null,
  days_back int not null,
  failures int not null,
  trouble varchar(1000) not null,
  last_good_at timestamp with time zone,
  next_poll_at timestamp with time zone,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  version int not null
);
create index bank_link_by_company on bank_link (company_id);

create table linked_account (
  id bigint primary key,
  bank_link_id bigint not null references bank_link,
  resource_id varchar(100) not null,
  number varchar(80) not null,
  name varchar(120) not null,
  currency char(3) not null,
  bank_account_id bigint references bank_account,
  constraint linked_once unique (bank_link_id, resource_id)
);
