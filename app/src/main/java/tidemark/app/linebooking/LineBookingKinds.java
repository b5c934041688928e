package tidemark.app.linebooking;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.CheckedJson;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.core.money.AmountStyle;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;

/** All kinds of things that a bank line can be booked as, by their names. */
@Component
public class LineBookingKinds {
    private static final CheckedJson.Words WORDS =
            new CheckedJson.Words("booking.details", "", say("booking.details.chooseItAnew"), true);

    private final Map<String, LineBooking<?>> kinds = new TreeMap<>();
    private final CheckedJson json;

    LineBookingKinds(List<LineBooking<?>> kinds, CheckedJson json) {
        this.json = json;
        for (LineBooking<?> kind : kinds) {
            if (this.kinds.put(kind.kind(), kind) != null) {
                throw new IllegalStateException("two kinds of bookings from a bank line are called " + kind.kind());
            }
        }
    }

    /** A kind with what a person chose for it. */
    public record Chosen<T>(LineBooking<T> kind, T details) {
        public Set<Long> ledgerAccounts(long companyId) {
            return kind.ledgerAccounts(companyId, details);
        }

        public LineBooking.Planned plan(AccountBooks books, LineBooking.Movement movement) {
            return kind.plan(books, movement, details);
        }

        public void booked(AccountBooks books, JournalEntryRow entry) {
            kind.booked(books, details, entry);
        }
    }

    /**
     * @param details as the kind's own type has them; nothing for a kind that needs none
     * @param style in which amounts among them are written
     * @param currency of the bank account
     * @throws RuleViolation {@code booking.kind}, {@code booking.details}, or what the kind itself refuses
     */
    public Chosen<?> chosen(String kind, @Nullable JsonNode details, AmountStyle style, CurrencyUnit currency) {
        LineBooking<?> found = kinds.get(kind);
        if (found == null) {
            throw unknown(kind, "booking.kind", List.copyOf(kinds.keySet()));
        }
        return read(found, details, style, currency);
    }

    /** The details as they are kept, with plain decimals. */
    public JsonNode kept(Chosen<?> chosen) {
        return json.write(chosen.details());
    }

    /**
     * Whether the next line of the kind can begin with what was chosen for one before.
     *
     * @param details as they are kept
     */
    public boolean repeats(String kind, JsonNode details) {
        LineBooking<?> found = kinds.get(kind);
        return found != null && repeats(found, details);
    }

    private <T> boolean repeats(LineBooking<T> kind, JsonNode details) {
        try {
            return kind.repeats(json.read(details, kind.type(), WORDS));
        } catch (RuleViolation askedOtherwiseThen) {
            return false;
        }
    }

    /**
     * The details as a rule keeps them, with plain decimals.
     *
     * @throws RuleViolation as {@link #chosen}, and {@code rule.kind} for what only a person may book
     */
    public JsonNode forRule(String kind, @Nullable JsonNode details, AmountStyle style, CurrencyUnit currency) {
        Chosen<?> chosen = chosen(kind, details, style, currency);
        if (!chosen.kind().byRule()) {
            throw unknown(
                    kind,
                    "rule.kind",
                    kinds.values().stream()
                            .filter(LineBooking::byRule)
                            .map(LineBooking::kind)
                            .toList());
        }
        return json.write(chosen.details());
    }

    private static RuleViolation unknown(String kind, String code, List<String> known) {
        return new RuleViolation(
                code,
                "kind",
                "“" + kind + "”",
                say("linebooking.oneOf", String.join(", ", known)),
                say("linebooking.chooseWhatTheLineIs"));
    }

    private <T> Chosen<T> read(
            LineBooking<T> kind, @Nullable JsonNode details, AmountStyle style, CurrencyUnit currency) {
        T read = json.read(details, kind.type(), WORDS);
        T plain = kind.plain(read, style);
        kind.check(plain, currency);
        return new Chosen<>(kind, plain);
    }
}
