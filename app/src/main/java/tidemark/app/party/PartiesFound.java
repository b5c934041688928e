package tidemark.app.party;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.find.FindSource;

/** Parties, and what they owe or are owed, as Find anything finds them. */
@Configuration(proxyBeanMethods = false)
class PartiesFound {
    @Bean
    FindSource foundParties() {
        return new FindSource("PARTY", 1, "party", """
                select p.id, p.company_id, i.name as title, p.code as detail, i.address as words, p.code as numbers,
                  null as minor_units, null as currency, null as found_day, null as place,
                  p.control || case when p.active then ' active' else '' end as tags
                from party p join party_identity i on i.id = p.identity_id where true""", "p.id");
    }

    @Bean
    FindSource foundItems() {
        return new FindSource("ITEM", 3, "open_item", """
                select o.id, o.company_id, o.title, i.name as detail, o.kind as words, o.number as numbers, o.minor_units,
                  c.base_currency as currency, o.item_date as found_day, o.journal_entry_id as place,
                  p.control || ' party' || p.id || case when o.open_minor_units <> 0 then ' open' else '' end as tags
                from open_item o join company c on c.id = o.company_id join party p on p.id = o.party_id
                join party_identity i on i.id = p.identity_id where o.kind in ('INVOICE', 'CREDIT_NOTE')""", "o.id");
    }
}
