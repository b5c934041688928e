package tidemark.app.ledger;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.find.FindSource;

/** Accounts and entries as Find anything finds them. */
@Configuration(proxyBeanMethods = false)
class LedgerFound {
    @Bean
    FindSource foundAccounts() {
        return new FindSource("ACCOUNT", 2, "ledger_account", """
                select a.id, a.company_id, a.name as title, a.code as detail,
                  coalesce(b.bank || ' ' || b.name, '') as words, a.code || ' ' || coalesce(b.number, '') as numbers,
                  null as minor_units, a.currency, null as found_day, b.id as place,
                  a.type || case when a.active then ' active' else '' end as tags
                from ledger_account a left join bank_account b on b.ledger_account_id = a.id where true""", "a.id");
    }

    @Bean
    FindSource foundEntries() {
        return new FindSource("ENTRY", 7, "journal_entry", """
                select e.id, e.company_id, coalesce(nullif(e.text, ''), e.reference) as title, 'entry ' || e.number as detail,
                  e.reference || ' ' || coalesce((select listagg(l.party || ' ' || l.text, ' ') from journal_line l
                    where l.journal_entry_id = e.id), '') as words,
                  e.number || ' ' || e.reference || ' ' || coalesce((select listagg(x.check_number, ' ') from cash_entry x
                    where x.journal_entry_id = e.id), '') as numbers,
                  (select sum(l.minor_units) from journal_line l where l.journal_entry_id = e.id and l.minor_units > 0)
                    as minor_units,
                  c.base_currency as currency, e.entry_date as found_day, null as place, e.source as tags
                from journal_entry e join company c on c.id = e.company_id where true""", "e.id");
    }
}
