package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.bankfile.FileOwner;
import tidemark.app.company.DocumentKind;
import tidemark.app.company.NumberedDocuments;
import tidemark.app.find.FindSource;
import tidemark.app.ledger.EntrySource;
import tidemark.core.collection.RunState;

/** What collection runs bring into the journal, how they are numbered, and how they are found. */
@Configuration(proxyBeanMethods = false)
class CollectionDocuments {
    static final EntrySource COLLECTION = new EntrySource(
            "COLLECTION",
            say("collection.source"),
            EntrySource.UndoneAt.SOURCE,
            say("collection.sourceUndoing"),
            false);

    static final EntrySource CREDITED =
            EntrySource.consequence("COLLECTION_CREDITED", say("collection.creditedSource"));

    static final DocumentKind RUNS = new DocumentKind("COLLECTION_RUN", say("collection.runs"), "CR-");

    @Bean
    EntrySource collectionSource() {
        return COLLECTION;
    }

    @Bean
    EntrySource collectionCreditedSource() {
        return CREDITED;
    }

    @Bean
    NumberedDocuments collectionRunNumbers(CollectionRunRepository runs) {
        return new NumberedDocuments() {
            @Override
            public List<DocumentKind> kinds() {
                return List.of(RUNS);
            }

            @Override
            public List<String> numbers(long companyId, DocumentKind kind) {
                return runs.numbers(companyId);
            }
        };
    }

    @Bean
    FindSource foundMandates() {
        return new FindSource("MANDATE", 12, "mandate", """
                select m.id, m.company_id, i.name as title, m.reference as detail, m.holder || ' ' || m.note as words,
                  m.reference as numbers, null as minor_units, null as currency, m.signed_on as found_day, null as place,
                  m.state as tags
                from mandate m join party p on p.id = m.party_id join party_identity i on i.id = p.identity_id where true""", "m.id");
    }

    @Bean
    FileOwner ownerOfCollectionFiles(CollectionRunRepository runs) {
        return (companyId, fileId) -> {
            List<CollectionRun> of = runs.ofFile(companyId, fileId);
            return of.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new FileOwner.Owned(
                            of.stream().map(CollectionRun::title).collect(Collectors.joining(", ")),
                            "/collections/" + of.getFirst().id(),
                            of.stream()
                                    .noneMatch(r -> r.state() == RunState.REVERSED
                                            && !isReversal(r.reversalFileId(), fileId))));
        };
    }

    private static boolean isReversal(@Nullable Long reversal, long fileId) {
        return Long.valueOf(fileId).equals(reversal);
    }
}
