-- Invoices to customers that come again; which of them were made stands beside.
create table recurring_invoice (
  id bigint primary key,
  company_id bigint not null references company,
  version int not null,
  party_id bigint not null references party,
  every varchar(10) not null,
  day_of_month int not null check (day_of_month between 1 and 31),
  starts_on date not null,
  ends_on date,
  text varchar(400) not null,
  lines clob not null,
  site_id bigint references site,
  made_by varchar(120) not null,
  made_at timestamp(9) with time zone not null
);
create index recurring_invoice_of on recurring_invoice (company_id, party_id);

create table recurring_made (
  recurring_id bigint not null references recurring_invoice,
  due_on date not null,
  journal_entry_id bigint not null references journal_entry,
  primary key (recurring_id, due_on)
);
create trigger recurring_made_stays before update, delete on recurring_made for each row call "tidemark.app.guard.NeverChanged";
