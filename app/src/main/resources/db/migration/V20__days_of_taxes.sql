-- A tax holds from a day to a day; of one code there is one each day.
alter table tax_code add column valid_from date;
alter table tax_code add column valid_to date;
alter table tax_code drop constraint tax_code_once;
alter table tax_code add column from_key date generated always as (coalesce(valid_from, date '0001-01-01'));
alter table tax_code add constraint tax_code_once unique (company_id, code, from_key);
