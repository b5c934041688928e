package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.party.ReceiptKeeper;
import tidemark.app.party.SisterBooks;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;

/**
 * Money that was received for a sister company whose books are kept here too: a draft in its books takes the money up there,
 * as owed by the company that received it. Nothing is booked in its books before somebody of its own posts the draft.
 */
@Component
class SisterDrafts implements ReceiptKeeper {
    private final SisterBooks sisters;
    private final Companies companies;
    private final Parties parties;
    private final Ledger ledger;
    private final ActivityLog activity;
    private final ObjectProvider<Drafts> drafts;

    SisterDrafts(
            SisterBooks sisters,
            Companies companies,
            Parties parties,
            Ledger ledger,
            ActivityLog activity,
            ObjectProvider<Drafts> drafts) {
        this.sisters = sisters;
        this.companies = companies;
        this.parties = parties;
        this.ledger = ledger;
        this.activity = activity;
        this.drafts = drafts;
    }

    @Override
    public boolean received(Received receipt) {
        return false;
    }

    @Override
    public void booked(Received receipt) {
        Long party = receipt.partyId();
        if (party != null) {
            sisters.booksOf(party).ifPresent(s -> draft(receipt, s));
        }
    }

    private void draft(Received receipt, SisterBooks.Sister sister) {
        Company here = companies.get(receipt.companyId());
        Company there = companies.get(sister.companyId());
        boolean same = here.baseCurrency().equals(there.baseCurrency());
        // drafts keep what was typed, as the company writes it
        String amount = same
                ? there.amountStyle().written(MinorUnits.toDecimal(receipt.minorUnits(), there.baseCurrency()))
                : "";
        Optional<Party> us = sisters.among(there.id(), here.id());
        Optional<Party> payer = parties.alone(there.id(), Control.RECEIVABLES, receipt.payer());
        Map<String, Object> body = Map.of(
                "date", receipt.receivedOn().toString(),
                "reference", receipt.number(),
                "checkNumber", "",
                "text",
                        say(
                                "sister.draft",
                                here.name(),
                                receipt.payer(),
                                MinorUnits.grouped(receipt.minorUnits(), here.baseCurrency()) + " "
                                        + here.baseCurrency().getCode()),
                "lines",
                        List.of(
                                line(there, Purpose.SISTER_COMPANIES, amount, "", us, here.name()),
                                line(there, Purpose.RECEIVABLES, "", amount, payer, receipt.payer())));
        drafts.getObject().keep(there.id(), null, 0, "ENTRY", body, null, say("sister.who", here.name()));
        activity.record(
                here.id(),
                say("sister.who", here.name()),
                "receipt.for-sister",
                "journal_entry",
                receipt.entry() == null ? 0 : receipt.entry().id(),
                say("sister.drafted", sister.name()));
    }

    private Map<String, Object> line(
            Company there, Purpose purpose, String debit, String credit, Optional<Party> party, String name) {
        Map<String, Object> line = new java.util.HashMap<>(Map.of(
                "account",
                there.purpose(purpose)
                        .map(id -> ledger.account(there.id(), id).code())
                        .orElse(""),
                "debit",
                debit,
                "credit",
                credit,
                "party",
                name,
                "text",
                ""));
        party.ifPresent(p -> line.put("partyId", p.id()));
        return line;
    }
}
