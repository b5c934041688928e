-- The second person is told from the first by who they are, not by how their name is written.
alter table payment add made_by_person_id bigint references person;

update payment set made_by_person_id =
  (select min(p.id) from person p
   join person_role r on r.person_id = p.id and r.company_id = payment.company_id
   where p.name = payment.made_by);
