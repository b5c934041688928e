-- What may go out of an account on one day, in all; none for no limit.
alter table bank_account add column most_out_in_a_day bigint;
-- Currencies that a transfer may exchange the account's own with; none for all.
create table bank_account_currency (
  bank_account_id bigint not null references bank_account,
  currency char(3) not null,
  primary key (bank_account_id, currency)
);
-- The last day somebody may work on a bank account; none for no end.
alter table person_limit add column last_day date;
