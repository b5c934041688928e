package tidemark.app.matching;

import java.util.Set;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.ledger.EntrySource;

/** What bank lines bring into the journal. Undoing the match of such an entry reverses it. */
@Configuration(proxyBeanMethods = false)
public class LineSources {
    public static final EntrySource BANK_LINE = EntrySource.consequence("BANK_LINE", "booked from a bank line");
    static final EntrySource CORRECTION = EntrySource.consequence("CORRECTION", "put right from a bank line");
    static final EntrySource CLEARING = EntrySource.consequence("CLEARING", "payment cleared by the bank");

    static boolean has(String code) {
        return Set.of(BANK_LINE.code(), CORRECTION.code(), CLEARING.code()).contains(code);
    }

    @Bean
    EntrySource lineSource() {
        return BANK_LINE;
    }

    @Bean
    EntrySource correctedSource() {
        return CORRECTION;
    }

    @Bean
    EntrySource clearingSource() {
        return CLEARING;
    }
}
