-- As what bank lines were booked, so that the next of the kind begins with it.
create table booked_line (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint not null references bank_account,
  bank_line_id bigint not null references bank_line on delete cascade,
  kind varchar(20) not null,
  details varchar(8000) not null,
  party varchar(200) not null,
  text varchar(480) not null,
  version int not null
);
create index booked_line_latest on booked_line (company_id, id);
create index booked_line_of on booked_line (bank_line_id);
