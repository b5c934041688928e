package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.core.ledger.ForeignAmount;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.AmountStyle;
import tidemark.core.problem.RuleViolation;

/** Entries made by hand. */
@Service
public class ManualEntries {
    private final Ledger ledger;
    private final Companies companies;
    private final MasterData masterData;

    ManualEntries(Ledger ledger, Companies companies, MasterData masterData) {
        this.masterData = masterData;
        this.ledger = ledger;
        this.companies = companies;
    }

    /**
     * @param debit decimal text, or empty; exactly one of debit and credit is given; gross where there is a tax code
     * @param own the amount in the account's own currency, where that is not the company's; of it, the amount in the
     *     company's and the rate any two may be given, and the rate of the day stands in for one
     * @param partyId the customer or supplier, needed on an account kept item by item
     */
    public record NewLine(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String debit,
            @NotNull @Size(max = 40) String credit,
            @Nullable Long partyId,
            @NotNull @Size(max = 200) String party,
            @NotNull @Size(max = 500) String text,
            @Nullable @Size(max = 20) String costCentre,
            @Nullable @Size(max = 20) String taxCode,
            @Nullable @Size(max = 40) String own,
            @Nullable @Size(max = 40) String rate) {
        boolean saysMore() {
            return (own != null && !own.isBlank()) || (rate != null && !rate.isBlank());
        }
    }

    public record NewEntry(
            @NotNull LocalDate date,
            @Nullable LocalDate documentDate,
            @Nullable Long siteId,
            @NotNull @Size(max = 200) String reference,
            @NotNull @Size(max = 40) String checkNumber,
            @NotNull @Size(max = 480) String text,
            @NotNull @Size(max = 200) List<@Valid NewLine> lines) {}

    /** Books what the form of a manual entry says. */
    @Transactional
    public Ledger.Booked book(long companyId, NewEntry body, String who) {
        Company company = companies.get(companyId);
        Map<String, Taxes.Tax> taxes =
                ledger.taxes(companyId).on(body.documentDate() == null ? body.date() : body.documentDate());
        List<JournalLine> lines = new ArrayList<>();
        int number = 0;
        for (NewLine line : body.lines()) {
            number++;
            lines.addAll(
                    line.saysMore()
                            ? List.of(foreign(line, say("ledger.line", number), company, body.date()))
                            : lines(line, say("ledger.line", number), company, taxes));
        }
        JournalEntry entry = new JournalEntry(
                body.date(),
                body.documentDate() == null ? body.date() : body.documentDate(),
                company.baseCurrency(),
                body.reference().strip(),
                body.text().strip(),
                lines);
        if (body.siteId() != null) {
            companies.site(companyId, body.siteId());
        }
        return ledger.book(
                companyId,
                List.of(new Ledger.Posting(
                        entry, body.checkNumber(), "", body.siteId(), ItemTerms.plain(ItemTerms.Kind.OTHER))),
                EntrySource.MANUAL,
                null,
                who);
    }

    /** A line that says its amount in the account's own currency, or the rate. */
    private JournalLine foreign(NewLine line, String where, Company company, LocalDate date) {
        CurrencyUnit own = ledger.accountByCode(company.id(), line.account())
                .flatMap(ChartAccount::currency)
                .orElseThrow(() -> new RuleViolation(
                        "currency.wrong",
                        where,
                        say("currency.wrong.found3", line.account()),
                        say("currency.wrong.expected3", company.baseCurrency().getCode()),
                        say("currency.wrong.remedy3")));
        if (line.taxCode() != null && !line.taxCode().isBlank()) {
            throw new RuleViolation(
                    "foreign.tax",
                    where,
                    say("foreign.tax.found", own.getCode()),
                    say("foreign.tax.expected"),
                    say("foreign.tax.remedy"));
        }
        boolean credit = !line.credit().isBlank();
        if (credit && !line.debit().isBlank()) {
            throw new RuleViolation(
                    "line.side", where, say("line.side.found"), say("line.side.expected"), say("line.side.remedy"));
        }
        AmountStyle style = company.amountStyle();
        String base = credit ? line.credit() : line.debit();
        OptionalLong ownUnits = line.own() == null || line.own().isBlank()
                ? OptionalLong.empty()
                : OptionalLong.of(style.minorUnits(line.own(), own, where));
        Optional<BigDecimal> rate = line.rate() == null || line.rate().isBlank()
                ? Optional.empty()
                : Optional.of(style.decimal(line.rate(), ForeignAmount.PLACES, where));
        OptionalLong baseUnits =
                base.isBlank() ? OptionalLong.empty() : OptionalLong.of(Ledger.amount(base, company, where));
        if (baseUnits.orElse(1) <= 0) {
            throw new RuleViolation(
                    "line.amount",
                    where,
                    say("line.amount.found2"),
                    say("line.amount.expected2"),
                    say("line.amount.remedy2"));
        }
        if (ownUnits.isPresent() && baseUnits.isEmpty() && rate.isEmpty()) {
            rate = Optional.of(masterData
                    .rate(company.id(), own, company.baseCurrency(), date)
                    .rate());
        }
        JournalLine said = new JournalLine(
                        line.account(), 1, line.party().strip(), line.text().strip())
                .tagged(line.costCentre() == null ? "" : line.costCentre(), "")
                .of(line.partyId() == null ? PartyId.NONE : new PartyId(line.partyId()));
        if (ownUnits.orElse(1) == 0 && baseUnits.isPresent() && rate.isEmpty()) {
            long units = baseUnits.getAsLong();
            return said.worth(credit ? -units : units).exchangeDifference();
        }
        // an amount in the own currency alone may say its side by its sign
        boolean negative = ownUnits.orElse(0) < 0;
        long sign = credit || (baseUnits.isEmpty() && negative) ? -1 : 1;
        ForeignAmount amount = ForeignAmount.of(
                ownUnits.isPresent() ? OptionalLong.of(Math.abs(ownUnits.getAsLong())) : ownUnits,
                own,
                baseUnits,
                company.baseCurrency(),
                rate,
                where);
        return said.worth(sign * amount.baseMinorUnits()).own(sign * amount.ownMinorUnits(), amount.rate());
    }

    private static List<JournalLine> lines(NewLine line, String where, Company company, Map<String, Taxes.Tax> taxes) {
        boolean debit = !line.debit().isBlank();
        if (debit == !line.credit().isBlank()) {
            throw new RuleViolation(
                    "line.side",
                    where,
                    debit ? say("line.side.found") : say("line.side.found2"),
                    say("line.side.expected"),
                    say("line.side.remedy"));
        }
        long amount = Ledger.amount(debit ? line.debit() : line.credit(), company, where);
        if (amount <= 0) {
            throw new RuleViolation(
                    "line.amount",
                    where,
                    say("line.amount.found2"),
                    say("line.amount.expected2"),
                    say("line.amount.remedy2"));
        }
        TaxedLine taxed = new TaxedLine(
                line.account(),
                debit ? amount : -amount,
                line.taxCode() == null ? "" : line.taxCode(),
                line.costCentre() == null ? "" : line.costCentre(),
                line.text().strip());
        PartyId party = line.partyId() == null ? PartyId.NONE : new PartyId(line.partyId());
        List<JournalLine> out = Taxes.lines(taxed, line.party().strip(), taxes, where);
        return out.stream()
                .map(l -> l.accountCode().equals(line.account()) ? l.of(party) : l)
                .toList();
    }
}
