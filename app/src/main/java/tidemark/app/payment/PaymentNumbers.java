package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.Ledger;
import tidemark.core.payment.CheckNumber;
import tidemark.core.payment.PaymentKind;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.CheckNumbers;

/** Gives payments their numbers, none of them twice. */
@Component
class PaymentNumbers {
    private final PaymentRepository payments;
    private final NumberCounters numbers;
    private final Ledger ledger;

    PaymentNumbers(PaymentRepository payments, NumberCounters numbers, Ledger ledger) {
        this.payments = payments;
        this.numbers = numbers;
        this.ledger = ledger;
    }

    /** The numbers of one kind on an account whose row is locked. */
    Taker of(BankAccount account, PaymentKind kind) {
        return new Taker(
                account,
                kind,
                payments.numbers(account.id(), kind).stream()
                        .map(n -> compared(kind, n))
                        .collect(Collectors.toSet()));
    }

    /** Checks are compared as numbers of the stock, so that {@code 0123} is {@code 123}; others by their signs. */
    private static String compared(PaymentKind kind, String number) {
        return kind == PaymentKind.CHECK ? CheckNumbers.plain(number) : number;
    }

    /** Takes numbers one after another. */
    final class Taker {
        private final BankAccount account;
        private final PaymentKind kind;
        private final Set<String> taken;

        private Taker(BankAccount account, PaymentKind kind, Set<String> taken) {
            this.account = account;
            this.kind = kind;
            this.taken = taken;
        }

        /**
         * @param requested empty for the next one
         * @throws RuleViolation {@code number.stock}, {@code check.number} or {@code number.taken}
         */
        String take(String requested, String where, @Nullable Long siteId, LocalDate day) {
            boolean check = kind == PaymentKind.CHECK;
            String number = requested.isBlank() ? next(check, siteId, day) : fit(requested, check, where);
            taken.add(compared(kind, number));
            if (check) {
                account.checkNumberTaken(number);
            }
            return number;
        }

        private String next(boolean check, @Nullable Long siteId, LocalDate day) {
            String number = check ? account.nextCheckNumber() : series(siteId, day);
            while (isTaken(number)) {
                number = check ? CheckNumber.after(number) : series(siteId, day);
            }
            return number;
        }

        private String fit(String requested, boolean check, String where) {
            if (check && account.settings().checkStock() == BankAccount.CheckStock.BLANK) {
                throw new RuleViolation(
                        "number.stock",
                        where,
                        say("number.stock.found", requested),
                        say("number.stock.expected", account.name()),
                        say("number.stock.remedy"));
            }
            String number = check ? CheckNumber.parse(requested) : Fields.text(requested, where, 40);
            if (isTaken(number)) {
                throw new RuleViolation(
                        "number.taken",
                        where,
                        say("number.taken.found5", number, account.name()),
                        say("number.taken.expected2"),
                        check ? say("number.taken.remedy3", account.nextCheckNumber()) : say("number.taken.remedy4"));
            }
            return number;
        }

        private String series(@Nullable Long siteId, LocalDate day) {
            return numbers.take(account.companyId(), PaymentDocuments.PAYMENTS, siteId, day);
        }

        private boolean isTaken(String number) {
            return taken.contains(compared(kind, number))
                    || (kind == PaymentKind.CHECK && ledger.checkNumberUsed(account.id(), number));
        }
    }
}
