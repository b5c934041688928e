-- Activity tells what was and what is, who by sign-in name, from where; its records are chained by digest.
drop trigger activity_stays;
alter table activity add column changes varchar(4000) default '' not null;
alter table activity add column login varchar(60) default '' not null;
alter table activity add column request varchar(40) default '' not null;
alter table activity add column address varchar(60) default '' not null;
-- records from before the chains have no place in them
alter table activity add column place bigint default 0 not null;
alter table activity add column digest varchar(64) default '' not null;
create index activity_by_place on activity (company_id, place);
create trigger activity_stays before update, delete on activity for each row call "tidemark.app.guard.NeverChanged";

create table activity_chain (
  id bigint primary key,
  place bigint not null,
  digest varchar(64) not null
);

-- A change that carries a key is made once: what it answered is answered again.
create table idempotency_key (
  id bigint primary key,
  company_id bigint not null references company,
  person_id bigint not null references person,
  name varchar(100) not null,
  request_digest char(64) not null,
  made_at timestamp with time zone not null,
  done boolean not null,
  status int,
  answer blob,
  constraint idempotency_key_once unique (company_id, name)
);
create index idempotency_key_by_age on idempotency_key (made_at);

-- Papers are checked against their digest whenever they are read.
drop trigger attachment_stays;
alter table attachment add column sha256 char(64);
update attachment set sha256 = lower(rawtohex(hash('SHA-256', content)));
alter table attachment alter column sha256 set not null;
create trigger attachment_stays before update, delete on attachment for each row call "tidemark.app.guard.NeverChanged";

-- How often a file was begun to be read: one that broke the reader is not read again by itself.
alter table arrival add column attempts int default 0 not null;

-- What waiting payments will settle.
create table item_reservation (
  payment_id bigint not null references payment,
  item_id bigint not null references open_item,
  minor_units bigint not null check (minor_units > 0),
  primary key (payment_id, item_id)
);
create index item_reservation_by_item on item_reservation (item_id);
