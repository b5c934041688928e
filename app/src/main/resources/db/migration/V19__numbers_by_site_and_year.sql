-- A series may be of one site, and begin anew each year; numbers that were given out before are not looked through.
alter table number_series add column site_id bigint references site;
alter table number_series add column yearly boolean default false not null;
alter table number_series drop constraint number_series_once;
alter table number_series add column site_key bigint generated always as (coalesce(site_id, 0));
alter table number_series add constraint number_series_once unique (company_id, kind, site_key);

create table number_counter (
  series_id bigint not null references number_series,
  number_year int not null,
  prefix varchar(12) not null,
  first_number bigint not null check (first_number > 0),
  next_number bigint not null check (next_number > 0),
  primary key (series_id, number_year, prefix)
);
insert into number_counter (series_id, number_year, prefix, first_number, next_number)
select id, 0, prefix, next_number, next_number from number_series;
alter table number_series drop column next_number;
