-- Tokens by which programs work for a person; of the secret only its digest is kept.
create table access_token (
  id bigint primary key,
  person_id bigint not null references person,
  name varchar(80) not null,
  beginning varchar(16) not null,
  digest char(64) not null,
  made_at timestamp with time zone not null,
  expires_at timestamp with time zone not null,
  last_used_at timestamp with time zone,
  last_address varchar(60) default '' not null,
  ended_at timestamp with time zone,
  ended_by varchar(120),
  constraint access_token_once unique (digest)
);
create index access_token_of_person on access_token (person_id);
create table access_token_company (
  token_id bigint not null references access_token,
  company_id bigint not null references company,
  primary key (token_id, company_id)
);
create table access_token_scope (
  token_id bigint not null references access_token,
  scope varchar(20) not null,
  primary key (token_id, scope)
);
alter table activity add column token varchar(80) default '' not null;

-- What was booked, matched and certified, in order, for whoever follows the books by a program.
create table outbox (
  company_id bigint not null references company,
  place bigint not null,
  told_at timestamp with time zone not null,
  kind varchar(40) not null,
  object_id bigint not null,
  content varchar(1000000) not null,
  primary key (company_id, place)
);
alter table activity_chain add column told bigint default 0 not null;
-- What stands already is told first.
insert into outbox (company_id, place, told_at, kind, object_id, content)
select company_id, row_number() over (partition by company_id order by at, part, id), at, kind, id, content from (
  select company_id, booked_at as at, 1 as part, id, 'entry.booked' as kind,
    '{"date":"' || entry_date || '","number":' || number || ',"source":"' || source || '"}' as content
  from journal_entry
  union all
  select b.company_id, m.made_at, 2, m.id, 'match.made', '{"bankAccountId":' || m.bank_account_id || '}'
  from item_match m join bank_account b on b.id = m.bank_account_id
  union all
  select b.company_id, c.certified_at, 3, c.id, 'certificate.issued',
    '{"bankAccountId":' || c.bank_account_id || ',"month":"' || substring(cast(c.first_day as varchar), 1, 7) || '"}'
  from certificate c join bank_account b on b.id = c.bank_account_id where c.reopened_at is null
);
merge into activity_chain c using (select company_id as id, max(place) as told from outbox group by company_id) s
on c.id = s.id
when matched then update set told = s.told
when not matched then insert (id, place, digest, told) values (s.id, 0, '', s.told);
