package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.print.PrintedSheet;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;
import tidemark.core.returned.Owed;

/** The notice to whoever paid: what came back, why, and what is owed now. */
@Service
public class ReturnedNotice {
    private final ReturnedItems books;
    private final ReturnedFates fates;
    private final Parties parties;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    ReturnedNotice(
            ReturnedItems books,
            ReturnedFates fates,
            Parties parties,
            BankAccounts bankAccounts,
            Companies companies,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.books = books;
        this.fates = fates;
        this.parties = parties;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Recorded: from the second time on it says that it is a copy. */
    @Transactional
    public byte[] print(long companyId, long id, PrintedSheet.Paper paper, String who) {
        ReturnedItem item = books.locked(companyId, id, Set.of());
        Integer before = jdbc.queryForObject("select printed from returned_item where id = ?", Integer.class, id);
        jdbc.update("update returned_item set printed = printed + 1 where id = ?", id);
        activity.record(
                companyId, who, "returned.printed", "returned_item", id, say("returned.printed.printed", item.title()));
        Company company = companies.get(companyId);
        CurrencyUnit own = company.baseCurrency();
        CurrencyUnit ofBank = bankAccounts.get(companyId, item.bankAccountId()).currency();
        Owed owed = fates.owed(companyId, id, item.ourFeeEntryId());
        Party party = item.partyId() == null ? null : parties.get(companyId, item.partyId());
        return PrintedSheet.of(
                paper,
                PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), before != null && before > 0),
                sheet -> {
                    sheet.line(company.name());
                    sheet.title(say("returned.notice.title"));
                    sheet.line(item.payer());
                    if (party != null) {
                        party.address().lines().forEach(sheet::line);
                    }
                    sheet.heading(say("returned.notice.what", item.number()));
                    sheet.line(say(
                            "returned.notice.cameBack",
                            Words.day(item.returnedOn()),
                            MinorUnits.grouped(item.minorUnits(), ofBank) + " " + ofBank.getCode(),
                            item.reasonWords().isEmpty() ? say("returned.notice.noReason") : item.reasonWords()));
                    sheet.line(say("returned.notice.please"));
                    List<List<String>> rows = new ArrayList<>();
                    for (Owed.Part part : owed.parts()) {
                        rows.add(List.of(part.title(), MinorUnits.grouped(part.owed(), own)));
                    }
                    sheet.table(
                            new float[] {70, 30},
                            Set.of(1),
                            List.of(say("returned.notice.item"), say("returned.notice.owed", own.getCode())),
                            rows,
                            List.of(say("returned.notice.total"), MinorUnits.grouped(owed.total(), own)));
                    sheet.line(item.note());
                });
    }
}
