-- Papers are kept once, by the digest of what is in them; whose they are, and how they are shown, is a row of its own.
drop trigger attachment_stays;
create table stored_paper (
  id bigint primary key,
  company_id bigint not null references company,
  sha256 char(64) not null,
  paper_type varchar(20) not null,
  size_bytes bigint not null,
  content blob,
  gone_on date,
  gone_by varchar(120) not null,
  version int not null,
  constraint stored_paper_once unique (company_id, sha256)
);
insert into stored_paper
  select next value for row_id, a.company_id, a.sha256,
    case a.media_type when 'application/pdf' then 'PDF' when 'image/png' then 'PNG' when 'image/jpeg' then 'JPEG'
      when 'text/plain' then 'TEXT' when 'text/csv' then 'CSV' else 'XML' end,
    a.size_bytes, a.content, null, '', 0
  from attachment a
  where a.id = (select min(b.id) from attachment b where b.company_id = a.company_id and b.sha256 = a.sha256);

alter table attachment rename to attachment_before;
create table paper (
  id bigint primary key,
  company_id bigint not null references company,
  owner_kind varchar(20) not null check (owner_kind in ('ENTRY', 'DRAFT', 'LOOSE')),
  owner_id bigint not null,
  stored_paper_id bigint not null references stored_paper,
  name varchar(200) not null,
  turned int not null check (turned in (0, 90, 180, 270)),
  paper_use varchar(20) not null,
  belongs_to_day date not null,
  hold varchar(200) not null,
  added_by varchar(120) not null,
  added_at timestamp with time zone not null,
  version int not null
);
insert into paper
  select a.id, a.company_id, 'ENTRY', a.journal_entry_id, s.id, a.name, 0, 'BOOKING', e.entry_date, '', a.added_by, a.added_at, 0
  from attachment_before a
  join stored_paper s on s.company_id = a.company_id and s.sha256 = a.sha256
  join journal_entry e on e.id = a.journal_entry_id;
drop table attachment_before;
create index paper_by_owner on paper (owner_kind, owner_id);
create index paper_by_stored on paper (stored_paper_id);
create table paper_retention (
  id bigint primary key,
  company_id bigint not null references company,
  paper_use varchar(20) not null,
  years int not null check (years between 0 and 100),
  version int not null,
  constraint paper_retention_once unique (company_id, paper_use)
);
create trigger stored_paper_stays before update, delete on stored_paper for each row call "tidemark.app.guard.PaperGuard";
create trigger paper_stays before update, delete on paper for each row call "tidemark.app.guard.PaperGuard";
