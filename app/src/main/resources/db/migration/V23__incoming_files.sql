-- A file that has come in is called so in the books too.
alter table arrival rename to incoming_file;
alter table arrival_content rename to incoming_content;
alter table incoming_content alter column arrival_id rename to incoming_id;
alter table skipped_line alter column arrival_id rename to incoming_id;
alter table interim_line alter column arrival_id rename to incoming_id;
alter table statement alter column arrival_id rename to incoming_id;
