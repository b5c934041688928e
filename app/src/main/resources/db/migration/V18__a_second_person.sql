-- What a second person is asked to approve, whatever it is.
create table approval_request (
  id bigint primary key,
  company_id bigint not null references company,
  version int not null,
  kind varchar(20) not null,
  subject_id bigint not null,
  title varchar(300) not null,
  digest varchar(64) not null,
  state varchar(10) not null,
  asked_by_person_id bigint not null,
  asked_by varchar(120) not null,
  asked_at timestamp with time zone not null,
  lapses_after date not null,
  decided_by varchar(120),
  decided_at timestamp with time zone,
  reason varchar(200) not null
);
create index approval_by_state on approval_request (company_id, state, id);
create index approval_by_subject on approval_request (company_id, kind, subject_id);

insert into approval_request (id, company_id, version, kind, subject_id, title, digest, state, asked_by_person_id, asked_by,
  asked_at, lapses_after, reason)
select next value for row_id, p.company_id, 0, 'PAYMENT', p.id, 'Payment ' || p.number || ' to ' || p.payee, '', 'ASKED',
  coalesce(p.made_by_person_id, (select min(o.id) from person o where o.name = p.made_by), 0), p.made_by, p.made_at,
  dateadd(day, 30, current_date), ''
from payment p
where p.state = 'WAITS_FOR_RELEASE';
