package tidemark.app.statement;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.find.FindSource;

/** Statements and their lines as Find anything finds them. */
@Configuration(proxyBeanMethods = false)
class StatementsFound {
    @Bean
    FindSource foundStatements() {
        return new FindSource("STATEMENT", 6, "statement", """
                select s.id, b.company_id, b.name as title, b.bank as detail, s.note as words, s.reference as numbers,
                  s.closing_minor_units as minor_units, b.currency, s.to_date as found_day, b.id as place, '' as tags
                from statement s join bank_account b on b.id = s.bank_account_id where true""", "s.id");
    }

    @Bean
    FindSource foundLines() {
        return new FindSource("BANK_LINE", 8, "bank_line", """
                select l.id, b.company_id, coalesce(nullif(l.counterparty, ''), nullif(l.text, ''), l.code) as title,
                  b.name as detail, l.text || ' ' || l.reference || ' ' || l.code || ' ' || l.extra as words,
                  l.check_number || ' ' || l.bank_reference || ' ' || l.reference as numbers, l.minor_units, b.currency,
                  l.booking_date as found_day, b.id as place, '' as tags
                from bank_line l join bank_account b on b.id = l.bank_account_id where true""", "l.id");
    }
}
