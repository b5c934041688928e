package tidemark.app.bankanswer;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.bankfile.BankAnswer;

/** One answer of a bank, with what it is of. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "bank_answer")
class AnswerRow extends MasterRow {
    /** What was done with it. */
    enum State {
        WAITING,
        DONE,
        /** A person saw it, and nothing is done. */
        SET_ASIDE
    }

    private long fileId;
    private int place;

    @Enumerated(EnumType.STRING)
    private BankAnswer.What what;

    private String code;
    private boolean ofPayment;
    private String messageId;
    private String endToEnd;
    private String trace;
    private long minorUnits;
    private String currency;
    private String name;
    private String account;
    private String words;

    @Column(name = "said_on")
    private LocalDate saidOn;

    @Enumerated(EnumType.STRING)
    private State state = State.WAITING;

    private @Nullable Long collectionId;
    private @Nullable Long paymentId;
    private @Nullable Long bankFileId;
    private @Nullable Long returnedItemId;
    private @Nullable Long mandateChangeId;
    private String note = "";
    private String decidedBy = "";
    private @Nullable Instant decidedAt;

    protected AnswerRow() {}

    AnswerRow(AnswerFile file, int place, BankAnswer answer, LocalDate saidOn) {
        super(file.companyId());
        this.fileId = file.id();
        this.place = place;
        this.what = answer.what();
        this.code = cut(answer.code(), 20);
        this.ofPayment = answer.ofPayment();
        this.messageId = cut(answer.message(), 80);
        this.endToEnd = cut(answer.id(), 80);
        this.trace = cut(answer.trace(), 15);
        this.minorUnits = answer.amount();
        this.currency = cut(answer.currency(), 3);
        this.name = cut(answer.name(), 140);
        this.account = cut(answer.account(), 40);
        this.words = cut(answer.words(), 400);
        this.saidOn = saidOn;
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most) : text;
    }

    void ofCollection(long id) {
        collectionId = id;
    }

    /** Of a payment that went out in a run. */
    void paidBy(long payment) {
        paymentId = payment;
    }

    void ofFile(long id) {
        bankFileId = id;
    }

    void decide(State decided, String why, String who, Instant when) {
        state = decided;
        note = cut(why, 400);
        decidedBy = who;
        decidedAt = when;
    }

    /** What keeps it from being led further. */
    void told(String why) {
        note = cut(why, 400);
    }

    void booked(long returnedItem) {
        returnedItemId = returnedItem;
    }

    void proposed(long change) {
        mandateChangeId = change;
    }

    long fileId() {
        return fileId;
    }

    BankAnswer.What what() {
        return what;
    }

    String code() {
        return code;
    }

    boolean ofPayment() {
        return ofPayment;
    }

    String messageId() {
        return messageId;
    }

    String endToEnd() {
        return endToEnd;
    }

    String trace() {
        return trace;
    }

    long minorUnits() {
        return minorUnits;
    }

    String currency() {
        return currency;
    }

    String name() {
        return name;
    }

    String account() {
        return account;
    }

    String words() {
        return words;
    }

    LocalDate saidOn() {
        return saidOn;
    }

    State state() {
        return state;
    }

    @Nullable
    Long collectionId() {
        return collectionId;
    }

    @Nullable
    Long paymentId() {
        return paymentId;
    }

    @Nullable
    Long bankFileId() {
        return bankFileId;
    }

    @Nullable
    Long returnedItemId() {
        return returnedItemId;
    }

    @Nullable
    Long mandateChangeId() {
        return mandateChangeId;
    }

    String note() {
        return note;
    }
}
