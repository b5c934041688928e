package tidemark.app.ledger;

import java.time.LocalDate;
import java.util.List;
import tidemark.app.access.Actor;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A form that books, as its capability brings it. Drafts and posting runs find all of these among the beans and know none
 * of them by name.
 *
 * @param <T> what the form holds; checked by its constraints before it is booked
 */
public interface BookingForm<T> {
    /** Its name in addresses and in the database, such as {@code ENTRY}: 2 to 20 capital letters, never changed later. */
    String kind();

    Class<T> type();

    /**
     * Books the form just as its own screen would.
     *
     * @throws tidemark.core.problem.RuleViolation when it is refused
     */
    Ledger.Booked book(long companyId, T form, Actor actor);

    /** The amounts that a draft of the form comes to, as they were typed; blank ones count for nothing. */
    List<String> amounts(JsonNode form);

    /** Whom a draft of the form is about, as far as the form says; empty for nobody. */
    default String about(long companyId, JsonNode form) {
        return "";
    }

    /** The field with the date that a draft is listed by. */
    default String dateField() {
        return "date";
    }

    /** The field with the bank account that a draft is listed by. */
    default String bankAccountField() {
        return "bankAccountId";
    }

    /** Puts another date in place of the form's own. */
    default void redate(ObjectNode form, LocalDate date) {
        form.put(dateField(), date.toString());
    }
}
