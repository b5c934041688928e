-- Months of drawers, closed by two persons; a closed one is sealed, and only the last one is opened again.
alter table fund add column closed_through date default null;
alter table fund add column held_to date default null;
create table drawer_month (
  id bigint primary key,
  company_id bigint not null references company,
  fund_id bigint not null references fund,
  first_day date not null,
  state varchar(20) not null check (state in ('OPEN', 'PREPARED', 'CERTIFIED')),
  prepared_login varchar(120) not null,
  prepared_name varchar(120) not null,
  prepared_at timestamp with time zone,
  version int not null,
  constraint drawer_month_once unique (fund_id, first_day)
);
create table drawer_sheet (
  id bigint primary key,
  company_id bigint not null references company,
  fund_id bigint not null references fund,
  first_day date not null,
  file clob not null,
  content_sha256 char(64) not null,
  seal char(64) not null,
  closed_by varchar(120) not null,
  closed_at timestamp with time zone not null,
  reopened_by varchar(120) not null,
  reopened_at timestamp with time zone,
  reopened_reason varchar(500) not null,
  version int not null
);
create index drawer_sheet_by_fund on drawer_sheet (fund_id, first_day);
create trigger drawer_move_closed before insert, update, delete on drawer_move for each row call "tidemark.app.guard.DrawerGuard";
