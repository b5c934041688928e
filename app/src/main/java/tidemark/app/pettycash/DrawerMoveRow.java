package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

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
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.pettycash.MoveKind;

/** What moved a drawer. Its effect and its paper are told once; what covers, settles or reverses it is told later. */
@Entity
@Table(name = "drawer_move")
@GuardedBy(LockedRow.JOURNAL)
public class DrawerMoveRow extends MasterRow {
    private long fundId;
    private long place;
    private LocalDate moveDay;
    private LocalDate paperDay;

    @Enumerated(EnumType.STRING)
    private MoveKind kind;

    private String number;
    private String who;
    private String text;
    private @Nullable Long purposeId;
    private String costCentre = "";
    private String quantity = "";
    private String checkNumber = "";
    private String tags = "";
    private long floated;
    private long cash;
    private long checks;
    private long advanced;
    private long onTheWay;
    private long due;
    private @Nullable Long topUpId;
    private @Nullable Long settlesId;
    private @Nullable Long reversesId;
    private boolean reversed;
    private @Nullable Long entryId;
    private String madeBy;
    private Instant madeAt;

    protected DrawerMoveRow() {}

    /**
     * What the paper says.
     *
     * @param number empty for none
     * @param quantity as it is read, such as {@code 3 × 4.50}; empty for none
     * @param checkNumber of a check that was cashed
     * @param tags with commas between them
     */
    record Paper(
            LocalDate day,
            LocalDate paperDay,
            String number,
            String who,
            String text,
            @Nullable Long purposeId,
            String costCentre,
            String quantity,
            String checkNumber,
            String tags) {
        static Paper plain(LocalDate day, String number, String who, String text) {
            return new Paper(day, day, number, who, text, null, "", "", "", "");
        }
    }

    DrawerMoveRow(Fund fund, DrawerMove move, Paper paper, @Nullable Long entryId, String madeBy, Instant madeAt) {
        super(fund.companyId());
        this.fundId = fund.id();
        this.place = fund.takePlace();
        this.entryId = entryId;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
        tell(move, paper);
    }

    /** What it is, where its entry alone does not say. */
    final void tell(DrawerMove move, Paper paper) {
        kind = move.kind();
        floated = move.floated();
        cash = move.cash();
        checks = move.checks();
        advanced = move.advanced();
        onTheWay = move.onTheWay();
        due = move.due();
        moveDay = paper.day();
        paperDay = paper.paperDay();
        number = cut(paper.number(), 40);
        who = cut(paper.who(), 200);
        text = cut(paper.text(), 480);
        purposeId = paper.purposeId();
        costCentre = paper.costCentre();
        quantity = paper.quantity();
        checkNumber = paper.checkNumber();
        tags = paper.tags();
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most) : text;
    }

    DrawerMove move() {
        return new DrawerMove(kind, floated, cash, checks, advanced, onTheWay, due);
    }

    void coveredBy(@Nullable Long topUp) {
        topUpId = topUp;
    }

    void settles(@Nullable Long advance) {
        settlesId = advance;
    }

    /** It undoes another. */
    void reverses(DrawerMoveRow original) {
        reversesId = original.id();
        original.reversed = true;
    }

    /** As people know it: {@code voucher PC-0118}. */
    String title() {
        return number.isEmpty() ? text : say("pettycash.numbered", number);
    }

    long fundId() {
        return fundId;
    }

    long place() {
        return place;
    }

    LocalDate day() {
        return moveDay;
    }

    LocalDate paperDay() {
        return paperDay;
    }

    MoveKind kind() {
        return kind;
    }

    String number() {
        return number;
    }

    String who() {
        return who;
    }

    String text() {
        return text;
    }

    @Nullable
    Long purposeId() {
        return purposeId;
    }

    String costCentre() {
        return costCentre;
    }

    String quantity() {
        return quantity;
    }

    String checkNumber() {
        return checkNumber;
    }

    String tags() {
        return tags;
    }

    @Nullable
    Long topUpId() {
        return topUpId;
    }

    @Nullable
    Long settlesId() {
        return settlesId;
    }

    @Nullable
    Long reversesId() {
        return reversesId;
    }

    boolean reversed() {
        return reversed;
    }

    @Nullable
    Long entryId() {
        return entryId;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
