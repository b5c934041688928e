-- A capability brings its forms itself, so no list of them stands here: the column is made anew without its check.
alter table draft add column form_kind varchar(20);
update draft set form_kind = kind;
alter table draft drop column kind;
alter table draft alter column form_kind rename to kind;
alter table draft alter column kind set not null;
