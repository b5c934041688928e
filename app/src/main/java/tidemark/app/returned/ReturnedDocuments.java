package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.ledger.EntrySource;

/** What returned items bring into the journal. */
@Configuration(proxyBeanMethods = false)
class ReturnedDocuments {
    static final EntrySource RETURNED = new EntrySource(
            "RETURNED_ITEM", say("returned.source"), EntrySource.UndoneAt.SOURCE, say("returned.sourceUndoing"), false);

    @Bean
    EntrySource returnedSource() {
        return RETURNED;
    }
}
