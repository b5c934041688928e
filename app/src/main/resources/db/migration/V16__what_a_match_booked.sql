-- A match knows which entries were booked for it: they are reversed when it is undone.
create table match_booking (
  item_match_id bigint not null references item_match,
  journal_entry_id bigint not null references journal_entry,
  primary key (item_match_id, journal_entry_id)
);

insert into match_booking (item_match_id, journal_entry_id)
select distinct m.id, e.id
from item_match m
join cash_entry c on c.item_match_id = m.id
join journal_entry e on e.id = c.journal_entry_id
where m.how = 'BOOKED' and e.source in ('BANK_LINE', 'CORRECTION', 'CLEARING');
