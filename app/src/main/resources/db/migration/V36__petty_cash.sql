-- Drawers of petty cash. What moves one is a row; what of it is booked has an entry, and every line on a drawer's account has a row.
create table fund (
  id bigint primary key,
  company_id bigint not null references company,
  site_id bigint references site,
  name varchar(120) not null,
  keeper varchar(120) not null,
  account_id bigint not null references ledger_account,
  over_short_account_id bigint not null references ledger_account,
  advances_account_id bigint not null references ledger_account,
  next_place bigint not null,
  active boolean not null,
  version int not null,
  constraint fund_name_once unique (company_id, name),
  constraint fund_account_once unique (account_id)
);
create table petty_purpose (
  id bigint primary key,
  company_id bigint not null references company,
  fund_id bigint not null references fund,
  name varchar(120) not null,
  account_code varchar(20) not null,
  tax_code varchar(20) not null,
  cost_centre varchar(20) not null,
  highest bigint check (highest > 0),
  active boolean not null,
  version int not null,
  constraint petty_purpose_once unique (fund_id, name)
);
create table drawer_count (
  id bigint primary key,
  company_id bigint not null references company,
  fund_id bigint not null references fund,
  state varchar(20) not null check (state in ('OPEN', 'CLOSED', 'LEFT')),
  count_day date not null,
  upto_place bigint not null,
  should_be bigint not null,
  pieces varchar(1000) not null,
  counted bigint not null check (counted >= 0),
  entered boolean not null,
  surprise boolean not null,
  counted_by varchar(120) not null,
  begun_at timestamp with time zone not null,
  ended_at timestamp with time zone,
  entry_id bigint references journal_entry,
  version int not null
);
create index drawer_count_by_fund on drawer_count (fund_id, begun_at);
-- Order of posting within a drawer: place. What the float grows by is what all the rest grows by.
create table drawer_move (
  id bigint primary key,
  company_id bigint not null references company,
  fund_id bigint not null references fund,
  place bigint not null,
  move_day date not null,
  paper_day date not null,
  kind varchar(20) not null,
  number varchar(40) not null,
  who varchar(200) not null,
  text varchar(480) not null,
  purpose_id bigint references petty_purpose,
  cost_centre varchar(20) not null,
  quantity varchar(60) not null,
  floated bigint not null,
  cash bigint not null,
  checks bigint not null,
  advanced bigint not null,
  on_the_way bigint not null,
  due bigint not null,
  top_up_id bigint references drawer_move,
  settles_id bigint references drawer_move,
  reverses_id bigint references drawer_move,
  reversed boolean not null,
  entry_id bigint references journal_entry,
  made_by varchar(120) not null,
  made_at timestamp with time zone not null,
  version int not null,
  constraint drawer_move_once unique (fund_id, place),
  constraint drawer_move_whole check (floated = cash + checks + advanced + on_the_way + due)
);
create index drawer_move_by_day on drawer_move (fund_id, move_day, place, cash);
create index drawer_move_by_entry on drawer_move (entry_id);
create index drawer_move_by_top_up on drawer_move (top_up_id);
create index drawer_move_by_settled on drawer_move (settles_id);
