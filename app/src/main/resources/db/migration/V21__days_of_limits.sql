-- The amount above which a payment takes two persons holds from a day on; -1 stands for none.
create table second_person_limit (
  company_id bigint not null references company,
  valid_from date not null,
  minor_units bigint not null check (minor_units >= -1),
  primary key (company_id, valid_from)
);
insert into second_person_limit (company_id, valid_from, minor_units)
select id, date '2000-01-01', second_person_above from company where second_person_above is not null;
alter table company drop column second_person_above;
