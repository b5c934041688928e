-- A check that a drawer cashed keeps its number, a voucher its tags; a drawer may be for some people only.
alter table drawer_move add column check_number varchar(40) default '' not null;
alter table drawer_move add column tags varchar(400) default '' not null;
create table fund_keeper (
  fund_id bigint not null references fund,
  person_id bigint not null references person,
  primary key (fund_id, person_id)
);
create table fund_counter (
  fund_id bigint not null references fund,
  person_id bigint not null references person,
  primary key (fund_id, person_id)
);
-- What all moves of a drawer come to, kept by the database itself, so that a book of many years opens like a new one.
create table drawer_total (
  fund_id bigint primary key references fund,
  floated bigint not null,
  cash bigint not null,
  checks bigint not null,
  advanced bigint not null,
  on_the_way bigint not null
);
insert into drawer_total
  select fund_id, sum(floated), sum(cash), sum(checks), sum(advanced), sum(on_the_way) from drawer_move group by fund_id;
create trigger drawer_move_counted after insert, update, delete on drawer_move for each row call "tidemark.app.guard.DrawerTotals";
create index drawer_move_waiting on drawer_move (fund_id, top_up_id, kind);
create index drawer_move_by_kind on drawer_move (fund_id, kind, move_day);
