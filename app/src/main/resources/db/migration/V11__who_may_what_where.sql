-- Whether a person is active, and from when to when, is kept for each company; wrong passwords are counted in memory.
create table company_member (
  person_id bigint not null references person,
  company_id bigint not null references company,
  active boolean not null,
  valid_from date,
  valid_to date,
  primary key (person_id, company_id)
);
insert into company_member (person_id, company_id, active)
  select distinct r.person_id, r.company_id, p.active from person_role r join person p on p.id = r.person_id;
alter table person drop column failures;
alter table person drop column locked_until;
alter table person add column must_change boolean default false not null;

-- Browsers from which somebody signed in before, by the digest of their key.
create table known_browser (
  person_id bigint not null references person,
  digest char(64) not null,
  used_at timestamp with time zone not null,
  primary key (person_id, digest)
);
