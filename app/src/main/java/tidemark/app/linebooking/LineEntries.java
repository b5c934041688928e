package tidemark.app.linebooking;

import static tidemark.core.words.Catalogue.say;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.ledger.EntrySource;

/** What bookings from a bank line are called in the journal. */
@Configuration(proxyBeanMethods = false)
public class LineEntries {
    public static final EntrySource BANK_LINE =
            EntrySource.consequence("BANK_LINE", say("linebooking.bookedFromABankLine"));

    @Bean
    EntrySource lineSource() {
        return BANK_LINE;
    }
}
