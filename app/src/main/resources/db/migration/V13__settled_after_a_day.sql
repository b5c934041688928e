-- What was open at the end of a past day: items that were settled after it.
create index settlement_by_day on settlement (company_id, settled_from);
