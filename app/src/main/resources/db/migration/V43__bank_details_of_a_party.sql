-- To which account a party is paid: each change is kept, and pays once a second person has approved it.
create table bank_details (
  id bigint primary key,
  company_id bigint not null references company,
  version int not null,
  party_id bigint not null references party,
  holder varchar(70) not null,
  sepa boolean not null,
  routing varchar(9) not null,
  account_number varchar(34) not null,
  savings boolean not null,
  bic varchar(11) not null,
  confirmed varchar(200) not null,
  state varchar(20) not null,
  asked_by varchar(120) not null,
  asked_at timestamp(9) with time zone not null,
  decided_by varchar(120) not null,
  decided_at timestamp(9) with time zone,
  reason varchar(200) not null,
  until_at timestamp(9) with time zone
);
create index bank_details_of_party on bank_details (party_id, state);
