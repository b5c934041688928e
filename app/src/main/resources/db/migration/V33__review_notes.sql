-- What is said about a bank line or a cash entry for whoever reviews, and the answers.
create table review_note (
  id bigint primary key,
  company_id bigint not null references company,
  bank_account_id bigint not null references bank_account,
  bank_line_id bigint references bank_line on delete cascade,
  cash_entry_id bigint references cash_entry on delete cascade,
  text varchar(1000) not null,
  written_by varchar(120) not null,
  written_at timestamp with time zone not null,
  closed_by varchar(120),
  closed_at timestamp with time zone,
  version int not null,
  constraint review_note_subject check ((bank_line_id is null) <> (cash_entry_id is null))
);
create index review_note_of on review_note (bank_account_id, closed_at);
create table review_answer (
  id bigint primary key,
  company_id bigint not null references company,
  review_note_id bigint not null references review_note on delete cascade,
  text varchar(1000) not null,
  written_by varchar(120) not null,
  written_at timestamp with time zone not null,
  version int not null
);
create index review_answer_of on review_answer (review_note_id);
