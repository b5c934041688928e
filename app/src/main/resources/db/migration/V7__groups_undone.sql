-- Matches of several lines or entries that somebody undid; such a set is never taken without a person again.
create table undone_group (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  undone_by varchar(120) not null,
  undone_at timestamp with time zone not null
);
create index undone_group_by_account on undone_group (bank_account_id, id);
create table undone_group_line (
  undone_group_id bigint not null references undone_group,
  bank_line_id bigint not null references bank_line on delete cascade,
  primary key (undone_group_id, bank_line_id)
);
create table undone_group_entry (
  undone_group_id bigint not null references undone_group,
  cash_entry_id bigint not null references cash_entry on delete cascade,
  primary key (undone_group_id, cash_entry_id)
);
