-- Who somebody is stands once; each of their roles (customer, supplier, employee, sister company) keeps its own account.
create table party_identity (
  id bigint primary key,
  company_id bigint not null references company,
  name varchar(120) not null,
  address varchar(500) not null,
  version int not null
);
insert into party_identity select id, company_id, name, address, 0 from party;
create index party_identity_by_name on party_identity (company_id, name);

drop index party_by_name;
alter table party drop constraint party_code_once;
alter table party add column identity_id bigint references party_identity;
alter table party add column role varchar(30) default '' not null;
update party set identity_id = id, role = control;
alter table party alter column identity_id set not null;
alter table party drop column name;
alter table party drop column address;
alter table party drop column control;
alter table party alter column role rename to control;
alter table party add constraint party_code_once unique (company_id, control, code);
alter table party add constraint party_role_once unique (identity_id, control);

alter table ledger_account add column kept_for varchar(30) default 'NONE' not null;
update ledger_account set kept_for = control;
alter table ledger_account drop column control;
alter table ledger_account alter column kept_for rename to control;
