package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentRegister;
import tidemark.core.payment.PaymentState;

/** Payments and transfers as they are shown. */
@Service
public class PaymentViews {
    private static final int PAGE = 500;
    private static final int TRANSFERS = 100;

    private final PaymentRepository payments;
    private final TransferRepository transfers;
    private final BankAccounts bankAccounts;

    PaymentViews(PaymentRepository payments, TransferRepository transfers, BankAccounts bankAccounts) {
        this.payments = payments;
        this.transfers = transfers;
        this.bankAccounts = bankAccounts;
    }

    public record PaymentView(
            long id,
            String account,
            long bankAccountId,
            PaymentKind kind,
            String number,
            String payee,
            @Nullable Long partyId,
            LocalDate date,
            String amount,
            String currency,
            String text,
            PaymentState state,
            boolean onClearing,
            boolean cleared,
            @Nullable Long entryId,
            @Nullable Long clearingEntryId,
            @Nullable Long voidEntryId,
            String madeBy,
            @Nullable String releasedBy,
            @Nullable String voidedBy,
            @Nullable String voidReason) {}

    /** Sums of one currency under a register. */
    public record RegisterSum(
            String currency, int count, String booked, String waiting, String unclaimed, String voided) {}

    /**
     * @param sums of all that fits, however much of it is listed
     * @param more whether there is more after the last that is listed
     */
    public record RegisterView(List<PaymentView> payments, List<RegisterSum> sums, int count, boolean more) {}

    /** After which payment a page begins. */
    public record Place(LocalDate date, long id) {}

    /** What a register shows; {@code account} 0 for all. */
    public record Filter(long account, Set<PaymentState> states, LocalDate from, LocalDate to, String text) {}

    @Transactional(readOnly = true)
    public RegisterView register(long companyId, Filter filter, @Nullable Place after) {
        return register(companyId, filter, after, PAGE);
    }

    /** All of it, for a file. */
    @Transactional(readOnly = true)
    public RegisterView wholeRegister(long companyId, Filter filter) {
        return register(companyId, filter, null, Integer.MAX_VALUE - 1);
    }

    private RegisterView register(long companyId, Filter filter, @Nullable Place after, int size) {
        Map<Long, BankAccount> accounts = accounts(companyId);
        String literal = filter.text().replace("!", "!!").replace("%", "!%").replace("_", "!_");
        Set<PaymentState> states = filter.states().isEmpty() ? Set.of(PaymentState.values()) : filter.states();
        List<Payment> found = payments.register(
                companyId,
                filter.account(),
                states,
                filter.from(),
                after == null ? filter.to() : after.date(),
                after == null ? Long.MAX_VALUE : after.id(),
                literal,
                Limit.of(size + 1));
        boolean more = found.size() > size;
        List<Payment> shown = more ? found.subList(0, size) : found;
        Map<String, List<PaymentRegister.Row>> byCurrency = new java.util.TreeMap<>();
        List<PaymentRepository.Summand> summands =
                payments.summands(companyId, filter.account(), states, filter.from(), filter.to(), literal);
        summands.forEach(p -> byCurrency
                .computeIfAbsent(
                        java.util.Objects.requireNonNull(accounts.get(p.getBankAccountId()))
                                .currency()
                                .getCode(),
                        k -> new ArrayList<>())
                .add(new PaymentRegister.Row(p.getMinorUnits(), p.getState())));
        List<RegisterSum> sums = new ArrayList<>();
        byCurrency.forEach((code, rows) -> {
            var currency = MinorUnits.currency(code, "");
            PaymentRegister sum = PaymentRegister.of(rows);
            sums.add(new RegisterSum(
                    code,
                    sum.count(),
                    MinorUnits.toDecimal(sum.booked(), currency),
                    MinorUnits.toDecimal(sum.waiting(), currency),
                    MinorUnits.toDecimal(sum.unclaimed(), currency),
                    MinorUnits.toDecimal(sum.voided(), currency)));
        });
        return new RegisterView(
                shown.stream().map(p -> view(p, account(accounts, p))).toList(), sums, summands.size(), more);
    }

    private Map<Long, BankAccount> accounts(long companyId) {
        Map<Long, BankAccount> out = new HashMap<>();
        bankAccounts.list(companyId).forEach(a -> out.put(a.id(), a));
        return out;
    }

    private static BankAccount account(Map<Long, BankAccount> accounts, Payment p) {
        return java.util.Objects.requireNonNull(accounts.get(p.bankAccountId()));
    }

    static PaymentView view(Payment p, BankAccount account) {
        return new PaymentView(
                p.id(),
                account.name(),
                account.id(),
                p.kind(),
                p.number(),
                p.payee(),
                p.partyId(),
                p.paymentDate(),
                MinorUnits.toDecimal(p.minorUnits(), account.currency()),
                account.currency().getCode(),
                p.text(),
                p.state(),
                p.onClearing(),
                p.clearingEntryId() != null,
                p.journalEntryId(),
                p.clearingEntryId(),
                p.voidEntryId(),
                p.madeBy(),
                p.releasedBy(),
                p.voidedBy(),
                p.voidReason());
    }

    @Transactional(readOnly = true)
    public PaymentView payment(long companyId, long id) {
        Payment payment =
                payments.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("payment.payment2")));
        return view(payment, bankAccounts.get(companyId, payment.bankAccountId()));
    }

    /** How many payments wait to be booked since their date has come. */
    @Transactional(readOnly = true)
    public int due(long companyId, LocalDate today) {
        return payments.count(companyId, PaymentState.WAITS_FOR_DATE, today);
    }

    /** Payments of an account that wait for the bank's line; those of the given amount first. */
    @Transactional(readOnly = true)
    public List<PaymentView> atTheBank(long companyId, long accountId) {
        BankAccount account = bankAccounts.get(companyId, accountId);
        return payments.atTheBank(accountId).stream().map(p -> view(p, account)).toList();
    }

    public record TransferView(
            long id,
            String number,
            String from,
            String to,
            LocalDate fromDate,
            LocalDate toDate,
            String amount,
            String received,
            String text,
            long firstEntryId,
            @Nullable Long secondEntryId,
            boolean reversed,
            String madeBy) {}

    /** @param more whether there are older ones after the last that is listed */
    public record TransferList(List<TransferView> transfers, boolean more) {}

    @Transactional(readOnly = true)
    public TransferList transfers(long companyId, long before, String text) {
        Map<Long, BankAccount> accounts = accounts(companyId);
        List<Transfer> found = transfers.page(
                companyId,
                before <= 0 ? Long.MAX_VALUE : before,
                text.replace("!", "!!").replace("%", "!%").replace("_", "!_"),
                Limit.of(TRANSFERS + 1));
        List<TransferView> shown = found.stream()
                .limit(TRANSFERS)
                .map(t -> {
                    BankAccount from = java.util.Objects.requireNonNull(
                            accounts.get(t.from().accountId()));
                    BankAccount to = java.util.Objects.requireNonNull(accounts.get(t.to().accountId()));
                    return new TransferView(
                            t.id(),
                            t.number(),
                            from.name(),
                            to.name(),
                            t.from().date(),
                            t.to().date(),
                            MinorUnits.grouped(t.from().minorUnits(), from.currency()) + " "
                                    + from.currency().getCode(),
                            MinorUnits.grouped(t.to().minorUnits(), to.currency()) + " "
                                    + to.currency().getCode(),
                            t.text(),
                            t.firstEntryId(),
                            t.secondEntryId(),
                            t.reversed(),
                            t.madeBy());
                })
                .toList();
        return new TransferList(shown, found.size() > TRANSFERS);
    }

    static List<String> row(PaymentView p) {
        return List.of(
                p.number(),
                p.date().toString(),
                p.account(),
                p.kind().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                p.payee(),
                p.text(),
                p.amount(),
                p.state().words());
    }
}
