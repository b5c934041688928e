-- The company's row is read by everybody and written by few; the numbers of its journal have a row of their own, which
-- bookings lock.
create table journal_counter (
  id bigint primary key references company,
  next_number bigint not null check (next_number > 0)
);
insert into journal_counter select id, next_entry_number from company;
alter table company drop column next_entry_number;

-- Rows that are written whole carry a version: of two who wrote the same one, the second is refused.
alter table bank_account add column version int default 0 not null;
alter table site add column version int default 0 not null;
alter table cost_centre add column version int default 0 not null;
alter table bank add column version int default 0 not null;
alter table branch add column version int default 0 not null;
alter table tax_code add column version int default 0 not null;
alter table number_series add column version int default 0 not null;
alter table exchange_rate add column version int default 0 not null;
alter table closed_month add column version int default 0 not null;
alter table posting_run add column version int default 0 not null;

-- How a company writes amounts and dates, and where its days begin and end.
alter table company add column amount_style varchar(12) default 'POINT' not null;
alter table company add column date_order varchar(12) default 'MONTH_FIRST' not null;
alter table company add column time_zone varchar(60) default 'UTC' not null;
alter table site add column time_zone varchar(60);

-- A line on an account in another currency carries both amounts and the rate that ties them.
drop trigger journal_line_stays;
alter table journal_line add column rate decimal(32, 16);
update journal_line l set rate = (
    select cast(
      round(cast(l.minor_units as decimal(40, 20)) / l.own_minor_units
        * power(10, case when a.currency in ('JPY', 'KRW', 'ISK', 'CLP', 'VND') then 0
            when a.currency in ('KWD', 'BHD', 'OMR', 'TND', 'JOD') then 3 else 2 end)
        / power(10, case when c.base_currency in ('JPY', 'KRW', 'ISK', 'CLP', 'VND') then 0
            when c.base_currency in ('KWD', 'BHD', 'OMR', 'TND', 'JOD') then 3 else 2 end), 16) as decimal(32, 16))
    from ledger_account a join company c on c.id = a.company_id where a.id = l.ledger_account_id)
  where l.own_minor_units <> 0
    and l.ledger_account_id in (select id from ledger_account where currency is not null);
create trigger journal_line_stays before update, delete on journal_line for each row call "tidemark.app.guard.NeverChanged";

-- A discount is granted once for an item; what a tax is.
alter table settlement add column discount_minor_units bigint default 0 not null;
alter table open_item add column discount_taken bigint default 0 not null;
alter table tax_code add column tax_use varchar(12) default 'BOTH' not null;
alter table tax_code add column recoverable boolean default true not null;
alter table tax_code add column in_discounts boolean default false not null;
