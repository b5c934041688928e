package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Lob;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.expense.Doubles;
import tidemark.core.expense.PaidBy;

/** An expense, or a movement of a bank account typed by hand, as it stands now. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
public class Expense extends MasterRow {
    /** What it is called and how it is listed; both book alike. */
    public enum Kind {
        EXPENSE(say("expense.expense")),
        MOVEMENT(say("expense.movement"));

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        String words() {
            return words;
        }
    }

    /** What became of it. */
    public enum State {
        BOOKED,
        REVERSED
    }

    @Enumerated(EnumType.STRING)
    private Kind kind;

    @Enumerated(EnumType.STRING)
    private State state = State.BOOKED;

    private String number;

    @Enumerated(EnumType.STRING)
    private PaidBy paidBy;

    private boolean incoming;
    private @Nullable Long bankAccountId;
    private @Nullable Long fundId;
    private @Nullable Long employeeId;
    private @Nullable Long customerId;
    private @Nullable Long siteId;
    private LocalDate moveDay;
    private LocalDate paperDay;
    private String payee;
    private String payeePlain;
    private String reference;
    private String text;
    private String tags;
    private long gross;

    @Lob
    private String form;

    private long entryId;
    private @Nullable Long passedOnEntryId;
    private String madeBy;
    private Instant madeAt;

    protected Expense() {}

    Expense(long companyId, Kind kind, String number, String who, Instant when) {
        super(companyId);
        this.kind = kind;
        this.number = number;
        this.madeBy = who;
        this.madeAt = when;
    }

    /** As it was typed, and what was booked of it. @param gross minor units of the company's currency */
    record Facts(
            Expenses.NewExpense typed,
            String payee,
            long gross,
            String form,
            long entryId,
            @Nullable Long passedOnEntryId) {}

    void is(Facts f) {
        Expenses.NewExpense typed = f.typed();
        state = State.BOOKED;
        paidBy = typed.paidBy();
        incoming = typed.in();
        bankAccountId = typed.paidBy().atTheBank() ? typed.bankAccountId() : null;
        fundId = typed.paidBy() == PaidBy.DRAWER ? typed.fundId() : null;
        employeeId = typed.paidBy() == PaidBy.EMPLOYEE ? typed.employeeId() : null;
        customerId = typed.passOn() == null ? null : Long.valueOf(typed.passOn().partyId());
        siteId = typed.siteId();
        moveDay = typed.date();
        paperDay = typed.paperDate() == null ? typed.date() : typed.paperDate();
        payee = f.payee();
        payeePlain = Doubles.plain(f.payee());
        reference = typed.reference().strip();
        text = typed.text().strip();
        tags = typed.tags().strip();
        gross = f.gross();
        form = f.form();
        entryId = f.entryId();
        passedOnEntryId = f.passedOnEntryId();
    }

    void reversed() {
        state = State.REVERSED;
    }

    Kind kind() {
        return kind;
    }

    State state() {
        return state;
    }

    String number() {
        return number;
    }

    PaidBy paidBy() {
        return paidBy;
    }

    boolean incoming() {
        return incoming;
    }

    @Nullable
    Long bankAccountId() {
        return bankAccountId;
    }

    @Nullable
    Long fundId() {
        return fundId;
    }

    @Nullable
    Long employeeId() {
        return employeeId;
    }

    @Nullable
    Long customerId() {
        return customerId;
    }

    LocalDate moveDay() {
        return moveDay;
    }

    LocalDate paperDay() {
        return paperDay;
    }

    String payee() {
        return payee;
    }

    String reference() {
        return reference;
    }

    String text() {
        return text;
    }

    String tags() {
        return tags;
    }

    long gross() {
        return gross;
    }

    String form() {
        return form;
    }

    long entryId() {
        return entryId;
    }

    @Nullable
    Long passedOnEntryId() {
        return passedOnEntryId;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    String title() {
        return say("expense.title", kind.words(), number);
    }
}
