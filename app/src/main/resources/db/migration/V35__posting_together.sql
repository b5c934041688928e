-- A posting run goes over drafts and over payments whose date has come, in one company after the other.
alter table posting_run add column value_date date;
alter table posting_run add column together varchar(40) default '' not null;
alter table posting_run_item alter column draft_id drop not null;
alter table posting_run_item add column payment_id bigint references payment;
alter table posting_run_item add column stop varchar(20) default '' not null;
alter table posting_run_item add column amount varchar(40) default '' not null;
update posting_run_item set stop = case when refusal <> '' then 'REFUSED' else 'READY' end;
