package tidemark.app.draft;

import jakarta.validation.ConstraintViolation;
import jakarta.validation.Validator;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.ManualEntries;
import tidemark.app.party.Invoices;
import tidemark.app.party.Parties;
import tidemark.app.party.Receipts;
import tidemark.app.payment.Payments;
import tidemark.app.payment.Transfers;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Reads the form that a draft keeps, and posts it through the service that the form itself would have asked. */
@Component
class DraftForms {
    private final ManualEntries manual;
    private final Invoices invoices;
    private final Receipts receipts;
    private final Payments payments;
    private final Transfers transfers;
    private final Parties parties;
    private final Validator validator;
    private final JsonMapper json;

    DraftForms(
            ManualEntries manual,
            Invoices invoices,
            Receipts receipts,
            Payments payments,
            Transfers transfers,
            Parties parties,
            Validator validator,
            JsonMapper json) {
        this.manual = manual;
        this.invoices = invoices;
        this.receipts = receipts;
        this.payments = payments;
        this.transfers = transfers;
        this.parties = parties;
        this.validator = validator;
        this.json = json;
    }

    /** @param accountingDate in place of the form's own, where given */
    Ledger.Booked post(Draft draft, @Nullable LocalDate accountingDate, Actor actor) {
        String who = actor.name();
        ObjectNode form = (ObjectNode) json.readTree(draft.body());
        if (accountingDate != null) {
            form.put(draft.kind() == Draft.Kind.TRANSFER ? "fromDate" : "date", accountingDate.toString());
            if (date(text(form, "toDate"), accountingDate).isBefore(accountingDate)) {
                form.put("toDate", accountingDate.toString());
            }
        }
        long company = draft.companyId();
        return switch (draft.kind()) {
            case ENTRY -> manual.book(company, read(form, ManualEntries.NewEntry.class), who);
            case INVOICE -> invoices.book(company, read(form, Invoices.NewInvoice.class), who);
            case RECEIPT ->
                receipts.book(company, read(form, Receipts.NewReceipt.class), who)
                        .booked();
            case PAYMENT ->
                payments.make(company, read(form, Payments.NewPayment.class), actor)
                        .booked();
            case TRANSFER -> transfers.make(company, read(form, Transfers.NewTransfer.class), who);
        };
    }

    private <T> T read(ObjectNode form, Class<T> type) {
        T body;
        try {
            body = json.treeToValue(form, type);
        } catch (JacksonException e) {
            throw new RuleViolation(
                    "draft.incomplete",
                    "",
                    "a form that is not complete",
                    "a complete one",
                    "Open the draft and finish it.");
        }
        Set<ConstraintViolation<T>> violations = validator.validate(body);
        if (!violations.isEmpty()) {
            List<Problem> problems = new ArrayList<>();
            violations.forEach(v -> problems.add(new Problem(
                    "field.invalid",
                    v.getPropertyPath().toString(),
                    "an unfit value",
                    "a value that " + v.getMessage(),
                    "Open the draft and finish it.")));
            throw new RuleViolation(problems);
        }
        return body;
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
    Draft.Summary summary(Draft.Kind kind, JsonNode form, Place place) {
        CurrencyUnit currency = place.currency();
        List<String> amounts = new ArrayList<>();
        switch (kind) {
            case ENTRY -> form.path("lines").forEach(l -> amounts.add(text(l, "debit")));
            case INVOICE -> form.path("lines").forEach(l -> amounts.add(text(l, "amount")));
            case RECEIPT, TRANSFER -> amounts.add(text(form, "amount"));
            case PAYMENT -> {
                form.path("parts").path("items").forEach(l -> amounts.add(text(l, "amount")));
                form.path("parts").path("expenses").forEach(l -> amounts.add(text(l, "amount")));
                amounts.add(text(form.path("parts"), "onAccount"));
            }
        }
        String party = form.path("partyId").asLong(0) == 0
                ? text(form, "payee")
                : parties.get(place.companyId(), form.path("partyId").asLong()).name();
        String title = String.join(
                ", ",
                List.of(text(form, "number"), party, text(form, "text")).stream()
                        .filter(t -> !t.isBlank())
                        .toList());
        if (title.isEmpty()) {
            title = "Without a text yet";
        }
        return new Draft.Summary(
                title.length() > 200 ? title.substring(0, 199) + "…" : title,
                sum(amounts, currency, place.style()),
                date(text(form, kind == Draft.Kind.TRANSFER ? "fromDate" : "date"), place.today()),
                id(form, "siteId", place.sites()),
                id(form, kind == Draft.Kind.TRANSFER ? "fromAccountId" : "bankAccountId", place.bankAccounts()));
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
