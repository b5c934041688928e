package tidemark.app.draft;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.CheckedJson;
import tidemark.app.ledger.Ledger;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Reads the form that a draft keeps, and posts it through the capability that brought the form. */
@Component
class DraftForms {
    private static final CheckedJson.Words WORDS =
            new CheckedJson.Words("draft.incomplete", "", say("draft.incomplete.openTheDraftAndFinishIt"), false);

    private final Map<String, BookingForm<?>> forms = new TreeMap<>();
    private final CheckedJson checked;
    private final JsonMapper json;

    DraftForms(List<BookingForm<?>> forms, CheckedJson checked, JsonMapper json) {
        this.checked = checked;
        this.json = json;
        for (BookingForm<?> form : forms) {
            if (this.forms.put(form.kind(), form) != null) {
                throw new IllegalStateException("two forms are called " + form.kind());
            }
        }
    }

    /** @throws RuleViolation {@code draft.kind} where no form is called so */
    BookingForm<?> form(String kind) {
        BookingForm<?> form = forms.get(kind);
        if (form == null) {
            throw new RuleViolation(
                    "draft.kind",
                    "kind",
                    "“" + kind + "”",
                    say("draft.kind.expected", String.join(", ", forms.keySet())),
                    say("draft.kind.remedy"));
        }
        return form;
    }

    /** @param accountingDate in place of the form's own, where given */
    Ledger.Booked post(Draft draft, @Nullable LocalDate accountingDate, Actor actor) {
        BookingForm<?> form = form(draft.kind());
        ObjectNode body = (ObjectNode) json.readTree(draft.body());
        if (accountingDate != null) {
            form.redate(body, accountingDate);
        }
        return book(form, draft.companyId(), body, actor);
    }

    private <T> Ledger.Booked book(BookingForm<T> form, long companyId, ObjectNode body, Actor actor) {
        return form.book(companyId, checked.read(body, form.type(), WORDS), actor);
    }

    /** Where a draft is kept: the ids of the company's sites and bank accounts are those that a summary may name. */
    record Place(
            long companyId,
            CurrencyUnit currency,
            AmountStyle style,
            LocalDate today,
            Set<Long> sites,
            Set<Long> bankAccounts) {}

    /** What is listed of a form as far as it goes; the amount is empty where it cannot be added up yet. */
    Draft.Summary summary(String kind, JsonNode body, Place place) {
        BookingForm<?> form = form(kind);
        String title = String.join(
                ", ",
                List.of(text(body, "number"), form.about(place.companyId(), body), text(body, "text")).stream()
                        .filter(t -> !t.isBlank())
                        .toList());
        if (title.isEmpty()) {
            title = say("draft.withoutATextYet");
        }
        return new Draft.Summary(
                title.length() > 200 ? title.substring(0, 199) + "…" : title,
                sum(form.amounts(body), place.currency(), place.style()),
                date(text(body, form.dateField()), place.today()),
                id(body, "siteId", place.sites()),
                id(body, form.bankAccountField(), place.bankAccounts()));
    }

    private static String text(JsonNode node, String field) {
        return node.path(field).asString("");
    }

    private static @Nullable Long id(JsonNode form, String field, Set<Long> known) {
        long id = form.path(field).asLong(0);
        return known.contains(id) ? Long.valueOf(id) : null;
    }

    private static LocalDate date(String text, LocalDate otherwise) {
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            return otherwise;
        }
    }

    private static String sum(List<String> amounts, CurrencyUnit currency, AmountStyle style) {
        try {
            return MinorUnits.toDecimal(
                    MinorUnits.sum(
                            amounts.stream()
                                    .filter(a -> !a.isBlank())
                                    .map(a -> style.plain(a).orElse(a))
                                    .toList(),
                            currency),
                    currency);
        } catch (RuleViolation e) {
            return "";
        }
    }
}
