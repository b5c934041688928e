package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.LineBooking;
import tidemark.app.linebooking.LineEntries;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.problem.RuleViolation;

/** A line as money of somebody in one of their roles; it stays open on their account until it is applied. */
class PartyFromLine implements LineBooking<PartyFromLine.PartyChoice> {
    private final String kind;
    private final Control control;

    private PartyFromLine(String kind, Control control) {
        this.kind = kind;
        this.control = control;
    }

    @Configuration(proxyBeanMethods = false)
    static class Kinds {
        @Bean
        LineBooking<PartyChoice> customerFromLine() {
            return new PartyFromLine("CUSTOMER", Control.RECEIVABLES);
        }

        @Bean
        LineBooking<PartyChoice> supplierFromLine() {
            return new PartyFromLine("SUPPLIER", Control.PAYABLES);
        }

        @Bean
        LineBooking<PartyChoice> employeeFromLine() {
            return new PartyFromLine("EMPLOYEE", Control.EMPLOYEES);
        }

        @Bean
        LineBooking<PartyChoice> sisterCompanyFromLine() {
            return new PartyFromLine("SISTER_COMPANY", Control.SISTER_COMPANIES);
        }
    }

    record PartyChoice(@Nullable Long partyId) {}

    @Override
    public String kind() {
        return kind;
    }

    @Override
    public Class<PartyChoice> type() {
        return PartyChoice.class;
    }

    @Override
    public void check(PartyChoice details, CurrencyUnit currency) {
        if (details.partyId() == null) {
            throw new RuleViolation(
                    "booking.other",
                    "partyId",
                    say("booking.other.found"),
                    say("booking.other.expected2"),
                    say("booking.other.remedy"));
        }
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, PartyChoice details) {
        return new Planned(
                BankLineBooking.entry(
                        movement.money(),
                        books.cashCode(),
                        books.codeFor(control.purpose()),
                        details.partyId() == null ? PartyId.NONE : new PartyId(details.partyId())),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }
}
