-- A consent that was asked for while another is valid: the link goes on with that one until the new one is given.
alter table bank_link add column asked_consent_id varchar(100) default '' not null;
