-- A code that changes every half minute stands beside the password of whoever wants it, or of everybody in a company.
alter table person add column second_factor varchar(64);
-- the last half minute a code was taken for: no code serves twice
alter table person add column second_factor_step bigint default 0 not null;
alter table company add column second_factor boolean default false not null;

-- Codes for a lost device, by digest; each serves once.
create table spare_code (
  person_id bigint not null references person,
  digest char(64) not null,
  primary key (person_id, digest)
);

-- What a person may do in a company can be limited to some of its bank accounts and sites; without rows it is not.
create table person_limit (
  person_id bigint not null references person,
  company_id bigint not null references company,
  kind varchar(20) not null,
  target_id bigint not null,
  primary key (person_id, company_id, kind, target_id)
);

-- Payments that wait for the bank again, of matches that somebody undid.
create table undone_group_payment (
  undone_group_id bigint not null references undone_group,
  payment_id bigint not null references payment,
  primary key (undone_group_id, payment_id)
);
