package tidemark.app.mandate;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.print.PrintedSheet;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.mandate.Mandate;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;

/** The paper that a customer signs. */
@Service
public class MandatePaper {
    private final Mandates books;
    private final Parties parties;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final Clock clock;

    MandatePaper(
            Mandates books,
            Parties parties,
            Companies companies,
            BankAccounts bankAccounts,
            ActivityLog activity,
            Clock clock) {
        this.books = books;
        this.parties = parties;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.clock = clock;
    }

    @Transactional
    public byte[] print(long companyId, long id, PrintedSheet.Paper paper, String who) {
        bankAccounts.lockJournal(companyId);
        MandateRow row = books.get(companyId, id);
        Mandate mandate = row.mandate();
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, row.partyId());
        activity.record(
                companyId, who, "mandate.printed", "mandate", id, say("mandate.printed.printed", row.reference()));
        return PrintedSheet.of(paper, PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), false), sheet -> {
            sheet.line(company.name());
            sheet.title(mandate.kind().isSepa() ? say("mandate.paper.titleSepa") : say("mandate.paper.titleAch"));
            sheet.line(
                    switch (mandate.kind()) {
                        case ACH_CONSUMER, ACH_BUSINESS -> say("mandate.paper.ach", company.name());
                        case SEPA_CORE -> say("mandate.paper.sepaCore", company.name());
                        case SEPA_B2B -> say("mandate.paper.sepaB2b", company.name());
                    });
            sheet.table(
                    new float[] {35, 65},
                    Set.of(),
                    List.of(say("mandate.paper.what"), ""),
                    rows(row, mandate, party, company),
                    List.of());
            sheet.heading(say("mandate.paper.signature"));
            sheet.line(say("mandate.paper.placeAndDay"));
            sheet.line("____________________________________________");
            sheet.line(say("mandate.paper.signatureOf", row.holder()));
            sheet.line("____________________________________________");
        });
    }

    private static List<List<String>> rows(MandateRow row, Mandate mandate, Party party, Company company) {
        List<List<String>> out = new java.util.ArrayList<>();
        out.add(List.of(say("mandate.paper.reference"), row.reference()));
        out.add(List.of(say("mandate.paper.customer"), party.name()));
        out.add(List.of(say("mandate.paper.holder"), row.holder()));
        switch (mandate.account()) {
            case DebtorAccount.Ach a -> {
                out.add(List.of(say("mandate.paper.routing"), a.routing()));
                out.add(List.of(say("mandate.paper.number"), a.number()));
                out.add(List.of(
                        say("mandate.paper.type"),
                        a.savings() ? say("mandate.paper.savings") : say("mandate.paper.checking")));
            }
            case DebtorAccount.Sepa s -> {
                out.add(List.of(say("mandate.paper.iban"), s.iban()));
                out.add(List.of(say("mandate.paper.bic"), s.bic()));
            }
        }
        out.add(List.of(
                say("mandate.paper.use"), mandate.again() ? say("mandate.paper.again") : say("mandate.paper.once")));
        mandate.most()
                .ifPresent(m -> out.add(List.of(
                        say("mandate.paper.most"),
                        MinorUnits.grouped(m, company.baseCurrency()) + " "
                                + company.baseCurrency().getCode())));
        mandate.endsOn().ifPresent(d -> out.add(List.of(say("mandate.paper.endsOn"), Words.day(d))));
        return out;
    }
}
