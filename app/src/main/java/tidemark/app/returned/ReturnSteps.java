package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.collection.CollectedMoney;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Ledger;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.returned.ReturnReason;

/** What somebody says came back, checked against the bank's lines and what was banked. */
@Service
public class ReturnSteps {
    private static final int MOST = 20;

    private final ReturnedItemRepository items;
    private final ReturnOriginals originals;
    private final CollectedMoney collected;
    private final Ledger ledger;
    private final AccountBooksReader books;
    private final BankAccounts bankAccounts;
    private final Companies companies;

    ReturnSteps(
            ReturnedItemRepository items,
            ReturnOriginals originals,
            CollectedMoney collected,
            Ledger ledger,
            AccountBooksReader books,
            BankAccounts bankAccounts,
            Companies companies) {
        this.items = items;
        this.originals = originals;
        this.collected = collected;
        this.ledger = ledger;
        this.books = books;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
    }

    /** One of them: a receipt that was taken to the bank, a collection, or the entry of money that reached it by itself. */
    public record Original(
            @Nullable Long receiptId,
            @Nullable Long collectionId,
            @Nullable Long entryId) {}

    /**
     * What came back, all in one step.
     *
     * @param lineId the bank's line; absent before it is there
     * @param bankAccountId whose line it is; absent for the one of the line, or the one it was banked on
     * @param date absent for the line's
     * @param bankFee what the bank took for all of them; empty for nothing
     * @param feeLineId the line of the fee, where it is one of its own
     * @param ourFee what each customer among them is charged, gross; empty for nothing
     * @param netted whether the bank kept it back from the credit of its run, of collections alone; absent for no
     * @param reason a code of {@link ReturnReason}; empty for none
     */
    public record CameBack(
            @Nullable Long lineId,
            @Nullable Long bankAccountId,
            @Nullable LocalDate date,
            @NotEmpty @Size(max = MOST) List<@NotNull @Valid Original> originals,
            @NotNull @Size(max = 40) String bankFee,
            @Nullable Long feeLineId,
            @NotNull @Size(max = 40) String ourFee,
            @NotNull @Size(max = 20) String reason,
            @NotNull @Size(max = 200) String reasonText,
            @NotNull @Size(max = 400) String note,
            @Nullable Boolean netted) {
        boolean fromCredit() {
            return netted != null && netted;
        }
    }

    /** What is known of a step before it is booked. */
    record Step(
            Company company,
            BankAccount account,
            AccountBooks own,
            LocalDate date,
            List<ReturnOriginals.Banked> of,
            long bankFee,
            boolean feeInLine,
            LocalDate feeDate,
            ReturnedItem.Why why,
            boolean netted) {
        CurrencyUnit currency() {
            return account.currency();
        }
    }

    /** Locks what it may be booked on and checks all of it; of two people the second sees what the first did. */
    @Transactional(propagation = Propagation.MANDATORY)
    Step prepared(long companyId, CameBack request) {
        Set<Original> distinct = new LinkedHashSet<>(request.originals());
        if (distinct.size() < request.originals().size()) {
            throw new RuleViolation(
                    "returned.twice",
                    "originals",
                    say("returned.twice.found"),
                    say("returned.twice.expected"),
                    say("returned.twice.remedy"));
        }
        ReturnOriginals.OpenLine open = request.lineId() == null
                ? null
                : originals
                        .line(companyId, request.lineId())
                        .orElseThrow(() -> new RuleViolation(
                                "returned.line",
                                "lineId",
                                say("returned.line.found"),
                                say("returned.line.expected"),
                                say("returned.line.remedy")));
        // read once to know what is to be locked, and again once it is
        List<ReturnOriginals.Banked> seen = banked(companyId, request);
        long accountId = open != null
                ? open.account().id()
                : request.bankAccountId() != null
                        ? request.bankAccountId()
                        : seen.getFirst().bankAccountId();
        BankAccount unlocked = bankAccounts.get(companyId, accountId);
        Set<Long> touched = new HashSet<>(unlocked.settings().purposes().values());
        touched.add(unlocked.ledgerAccountId());
        seen.forEach(b -> ledger.linesOf(List.of(b.entryId())).forEach(l -> touched.add(l.ledgerAccountId())));
        BankAccount account = bankAccounts.lockWith(companyId, accountId, touched);
        Company company = bankAccounts.lockJournal(companyId);
        List<ReturnOriginals.Banked> of = banked(companyId, request);
        for (ReturnOriginals.Banked b : of) {
            checkMay(companyId, account, b);
            if (request.fromCredit()) {
                checkNetted(companyId, request, b);
            }
        }
        LocalDate date = open != null
                ? open.line().bookingDate()
                : request.date() == null ? companies.today(companyId) : request.date();
        LocalDate today = companies.today(companyId);
        if (date.isAfter(today)) {
            throw new RuleViolation(
                    "returned.future",
                    "date",
                    Words.day(date),
                    say("returned.future.expected", Words.day(today)),
                    say("returned.early.remedy"));
        }
        of.stream().filter(b -> b.bankedOn().isAfter(date)).findFirst().ifPresent(b -> {
            throw new RuleViolation(
                    "returned.early",
                    "date",
                    Words.day(date),
                    say("returned.early.expected", Words.day(b.bankedOn())),
                    say("returned.early.remedy"));
        });
        long fee = request.bankFee().isBlank()
                ? 0
                : company.amountStyle().minorUnits(request.bankFee(), account.currency(), "bankFee");
        ReturnOriginals.OpenLine feeLine = request.feeLineId() == null
                ? null
                : originals
                        .line(companyId, request.feeLineId())
                        .filter(l -> l.account().id() == account.id())
                        .orElseThrow(() -> new RuleViolation(
                                "returned.line",
                                "feeLineId",
                                say("returned.line.found"),
                                say("returned.line.expected"),
                                say("returned.line.remedy")));
        boolean inLine = checkSums(account.currency(), open, feeLine, of, fee);
        return new Step(
                company,
                account,
                books.of(account),
                date,
                of,
                fee,
                inLine,
                feeLine == null ? date : feeLine.line().bookingDate(),
                why(request),
                request.fromCredit());
    }

    private List<ReturnOriginals.Banked> banked(long companyId, CameBack request) {
        return request.originals().stream()
                .map(o -> originals.get(companyId, o.receiptId(), o.collectionId(), o.entryId()))
                .toList();
    }

    /** What the bank keeps back from a credit is of a run that it has not credited yet, and is no line of its own. */
    private void checkNetted(long companyId, CameBack request, ReturnOriginals.Banked b) {
        if (request.lineId() != null
                || request.feeLineId() != null
                || !request.bankFee().isBlank()
                || b.collectionId() == null
                || collected.isCredited(companyId, b.collectionId())) {
            throw new RuleViolation(
                    "returned.netted",
                    "netted",
                    say("returned.netted.found", b.number()),
                    say("returned.netted.expected"),
                    say("returned.netted.remedy"));
        }
    }

    private void checkMay(long companyId, BankAccount account, ReturnOriginals.Banked b) {
        (b.collectionId() == null ? items.standing(b.entryId()) : items.ofCollection(b.collectionId())).ifPresent(i -> {
            throw new RuleViolation(
                            "returned.already",
                            "originals",
                            say("returned.already.found", i.title(), Words.day(i.returnedOn())),
                            say("returned.already.expected"),
                            say("returned.already.remedy"))
                    .with("itemId", i.id());
        });
        CurrencyUnit currency = bankAccounts.get(companyId, b.bankAccountId()).currency();
        if (!currency.equals(account.currency())) {
            throw new RuleViolation(
                    "returned.currency",
                    "originals",
                    currency.getCode(),
                    say("returned.currency.expected", account.currency().getCode(), account.name()),
                    say("returned.currency.remedy"));
        }
    }

    /** Whether the bank's fee is in the line of the items. */
    private static boolean checkSums(
            CurrencyUnit currency,
            ReturnOriginals.@Nullable OpenLine open,
            ReturnOriginals.@Nullable OpenLine feeLine,
            List<ReturnOriginals.Banked> of,
            long fee) {
        if (fee < 0) {
            throw new RuleViolation(
                    "returned.amount",
                    "bankFee",
                    MinorUnits.grouped(fee, currency),
                    say("returned.fee.expected"),
                    say("returned.fee.remedy"));
        }
        if (feeLine != null && -feeLine.line().minorUnits() != fee) {
            throw new RuleViolation(
                    "returned.feeLine",
                    "bankFee",
                    MinorUnits.grouped(fee, currency),
                    say(
                            "returned.feeLine.expected",
                            MinorUnits.grouped(-feeLine.line().minorUnits(), currency)),
                    say("returned.feeLine.remedy"));
        }
        if (open == null) {
            return false;
        }
        long sum = 0;
        for (ReturnOriginals.Banked b : of) {
            sum = Math.addExact(sum, b.minorUnits());
        }
        long line = Math.negateExact(open.line().minorUnits());
        if (line == sum) {
            return false;
        }
        if (feeLine == null && line == sum + fee) {
            return true;
        }
        throw new RuleViolation(
                "returned.sum",
                "originals",
                feeLine == null && fee > 0
                        ? say(
                                "returned.sum.foundWithFee",
                                MinorUnits.grouped(sum, currency),
                                MinorUnits.grouped(fee, currency))
                        : MinorUnits.grouped(sum, currency),
                say("returned.sum.expected", MinorUnits.grouped(line, currency)),
                line > sum && line - sum <= ReturnOriginals.mostFee(currency)
                        ? say("returned.sum.remedyFee", MinorUnits.grouped(line - sum, currency))
                        : say("returned.sum.remedy"));
    }

    private static ReturnedItem.Why why(CameBack request) {
        return new ReturnedItem.Why(
                reason(request.reason()),
                request.reasonText().strip(),
                request.note().strip());
    }

    static @Nullable ReturnReason reason(String code) {
        if (code.isBlank()) {
            return null;
        }
        return ReturnReason.find(code.strip())
                .orElseThrow(() -> new RuleViolation(
                        "returned.reason",
                        "reason",
                        say("returned.reason.found", code),
                        say("returned.reason.expected"),
                        say("returned.reason.remedy")));
    }
}
