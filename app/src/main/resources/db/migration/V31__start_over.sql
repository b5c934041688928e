-- Matches of a month that were let go in one step, to be put back in one.
create table started_over (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint not null references bank_account,
  first_day date not null,
  matches clob not null,
  match_count int not null,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  put_back_by varchar(120),
  version int not null
);
create index started_over_by_month on started_over (bank_account_id, first_day);
