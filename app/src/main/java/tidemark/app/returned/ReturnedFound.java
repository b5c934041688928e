package tidemark.app.returned;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.find.FindSource;

/** Returned items as Find anything finds them. */
@Configuration(proxyBeanMethods = false)
class ReturnedFound {
    @Bean
    FindSource foundReturnedItems() {
        return new FindSource("RETURNED_ITEM", 10, "returned_item", """
                select i.id, i.company_id, i.payer as title, i.number as detail, i.reason_text || ' ' || i.note as words,
                  i.number as numbers, i.minor_units, b.currency, i.returned_on as found_day, null as place, i.state as tags
                from returned_item i join bank_account b on b.id = i.bank_account_id where true""", "i.id");
    }
}
