package tidemark.app.outstanding;

import static tidemark.core.words.Catalogue.say;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.ledger.EntrySource;

/** What is decided of outstanding checks brings these into the journal. */
@Configuration(proxyBeanMethods = false)
class OutstandingDocuments {
    static final EntrySource UNCLAIMED = new EntrySource(
            "UNCLAIMED",
            say("outstanding.source"),
            EntrySource.UndoneAt.SOURCE,
            say("outstanding.sourceUndoing"),
            false);
    static final EntrySource STOP_FEE = EntrySource.consequence("STOP_FEE", say("outstanding.stopFee"));

    @Bean
    EntrySource unclaimedSource() {
        return UNCLAIMED;
    }

    @Bean
    EntrySource stopFeeSource() {
        return STOP_FEE;
    }
}
