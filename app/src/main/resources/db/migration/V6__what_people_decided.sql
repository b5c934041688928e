-- Matches of one line and one entry that somebody undid; such a pair is never taken without a person again.
create table undone_match (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  bank_line_id bigint not null references bank_line on delete cascade,
  cash_entry_id bigint not null references cash_entry on delete cascade,
  undone_by varchar(120) not null,
  undone_at timestamp with time zone not null
);
create index undone_match_by_account on undone_match (bank_account_id, id);

-- What is done with lines that fit, in order; content holds conditions and effect as JSON.
create table matching_rule (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint references bank_account,
  name varchar(80) not null,
  place int not null,
  switched_on boolean not null,
  valid_from date,
  valid_to date,
  content varchar(4000) not null,
  used int not null,
  version int not null,
  constraint rule_once unique (company_id, name)
);
create index matching_rule_by_company on matching_rule (company_id, place);
