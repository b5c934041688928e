package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.Statements;
import tidemark.core.problem.Problem;
import tidemark.core.statement.AccountNumbers;
import tidemark.core.statement.ReadStatement;

/** Finds the account that each statement of a file belongs to: by its number, else where it was dropped, else by its balance. */
@Service
class StatementTargets {
    private final BankAccounts accounts;
    private final Statements statements;

    StatementTargets(BankAccounts accounts, Statements statements) {
        this.accounts = accounts;
        this.statements = statements;
    }

    /** @param accounts for each statement of the file its account, or null where it is none of ours */
    record Found(List<@Nullable Long> accounts, List<Problem> breaks, List<Problem> refusals) {}

    @Transactional(readOnly = true)
    Found of(long companyId, @Nullable Long droppedOn, List<ReadStatement> read) {
        List<BankAccount> ours = accounts.list(companyId);
        BankAccount dropped = droppedOn == null ? null : accounts.get(companyId, droppedOn);
        List<@Nullable Long> out = new ArrayList<>();
        List<String> foreign = new ArrayList<>();
        for (ReadStatement statement : read) {
            BankAccount account = account(ours, dropped, statement);
            if (account == null) {
                foreign.add(statement.facts().accountNumber());
            }
            out.add(account == null ? null : account.id());
        }
        boolean nothing = out.stream().allMatch(Objects::isNull);
        boolean elsewhere = dropped != null && !out.contains(dropped.id());
        if (nothing || elsewhere) {
            String number = read.isEmpty() ? "" : read.getFirst().facts().accountNumber();
            return new Found(
                    out,
                    List.of(),
                    List.of(new Problem(
                            "statement.account",
                            "",
                            number.isEmpty()
                                    ? say("statement.account.found3")
                                    : say("statement.account.found2", number),
                            dropped == null
                                    ? say("statement.account.expected3")
                                    : say("statement.account.expected2", dropped.number()),
                            say("statement.account.remedy"))));
        }
        List<Problem> breaks = new ArrayList<>();
        if (!foreign.isEmpty()) {
            breaks.add(new Problem(
                    "statement.foreign",
                    "",
                    say(
                            "statement.foreign.found",
                            String.join(
                                    ", ", foreign.stream().distinct().limit(5).toList())),
                    say("statement.foreign.expected"),
                    say("statement.foreign.remedy")));
        }
        return new Found(out, breaks, List.of());
    }

    private @Nullable BankAccount account(
            List<BankAccount> ours, @Nullable BankAccount dropped, ReadStatement statement) {
        String number = statement.facts().accountNumber();
        if (number.isEmpty()) {
            return dropped != null ? dropped : following(ours, statement);
        }
        List<BankAccount> exact = ours.stream()
                .filter(a -> AccountNumbers.plain(a.number()).equals(AccountNumbers.plain(number)))
                .toList();
        List<BankAccount> fitting = exact.isEmpty()
                ? ours.stream()
                        .filter(a -> AccountNumbers.same(a.number(), number))
                        .toList()
                : exact;
        if (fitting.size() > 1 && statement.facts().currency().isPresent()) {
            fitting = fitting.stream()
                    .filter(a ->
                            a.currency().equals(statement.facts().currency().get()))
                    .toList();
        }
        return fitting.size() == 1 ? fitting.getFirst() : null;
    }

    private @Nullable BankAccount following(List<BankAccount> ours, ReadStatement statement) {
        List<BankAccount> fitting = statement.facts().opening().isEmpty()
                ? List.of()
                : ours.stream()
                        .filter(a -> statements.lastClosing(a).minorUnits()
                                        == statement.facts().opening().get().minorUnits()
                                && statement
                                        .facts()
                                        .from()
                                        .map(f -> f.equals(
                                                statements.lastClosing(a).date().plusDays(1)))
                                        .orElse(true))
                        .toList();
        return fitting.size() == 1 ? fitting.getFirst() : null;
    }
}
