package tidemark.app.deposit;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.find.FindSource;

/** Deposit slips as Find anything finds them: by their number, their bag and their note. */
@Configuration(proxyBeanMethods = false)
class DepositsFound {
    @Bean
    FindSource foundSlips() {
        return new FindSource("DEPOSIT_SLIP", 9, "deposit_slip", """
                select s.id, s.company_id, s.number as title, b.name as detail, s.note || ' ' || s.payer as words,
                  s.number || ' ' || s.bag_number as numbers, cast(null as bigint) as minor_units,
                  cast(null as varchar) as currency, s.paper_date as found_day, null as place, s.state as tags
                from deposit_slip s join bank_account b on b.id = s.bank_account_id where true""", "s.id");
    }
}
