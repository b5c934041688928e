-- A capability declares the documents it numbers itself, so no list of them stands here: the column without its check.
alter table number_series add column document_kind varchar(20);
update number_series set document_kind = kind;
alter table number_series drop constraint number_series_once;
alter table number_series drop column kind;
alter table number_series alter column document_kind rename to kind;
alter table number_series alter column kind set not null;
alter table number_series add constraint number_series_once unique (company_id, kind);
