-- Whether a second person released a file together with what it is of; null where nobody but its writer did.
alter table bank_file add column released_by varchar(120);

-- That a file goes to the bank: asked for, released by a second person, sent, and what the bank says of it.
create table transmission (
  id bigint primary key,
  company_id bigint not null references company,
  version int not null,
  bank_file_id bigint not null references bank_file,
  bank_account_id bigint not null references bank_account,
  way varchar(20) not null,
  state varchar(20) not null,
  asked_by varchar(120) not null,
  asked_person bigint not null,
  asked_at timestamp(9) with time zone not null,
  released_by varchar(120) not null,
  reference varchar(200) not null,
  answers int not null,
  failures int not null,
  trouble varchar(400) not null,
  next_look_at timestamp(9) with time zone,
  constraint transmission_once unique (bank_file_id)
);
create index transmission_due on transmission (next_look_at);
