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
