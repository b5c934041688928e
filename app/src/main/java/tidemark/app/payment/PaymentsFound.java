package tidemark.app.payment;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.find.FindSource;

/** Payments as Find anything finds them. */
@Configuration(proxyBeanMethods = false)
class PaymentsFound {
    @Bean
    FindSource foundPayments() {
        return new FindSource("PAYMENT", 4, "payment", """
                select p.id, p.company_id, p.payee as title, b.name as detail, p.text as words, p.number as numbers,
                  p.minor_units, b.currency, p.payment_date as found_day, null as place, p.kind || ' ' || p.state as tags
                from payment p join bank_account b on b.id = p.bank_account_id where true""", "p.id");
    }
}
