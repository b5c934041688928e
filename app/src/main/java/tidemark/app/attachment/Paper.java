package tidemark.app.attachment;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.time.LocalDate;
import tidemark.app.company.MasterRow;
import tidemark.core.paper.PaperUse;

/** A paper of an entry or a draft, or one that was handed in and is not anybody's yet. */
@Entity
class Paper extends MasterRow {
    /** What a paper may belong to. */
    enum OwnerKind {
        ENTRY,
        DRAFT,
        /** Handed in; it goes when nothing takes it. */
        LOOSE
    }

    @Enumerated(EnumType.STRING)
    private OwnerKind ownerKind;

    private long ownerId;
    private long storedPaperId;
    private String name;
    private int turned;

    @Enumerated(EnumType.STRING)
    private PaperUse paperUse = PaperUse.BOOKING;

    private LocalDate belongsToDay;
    private String hold = "";
    private String addedBy;
    private Instant addedAt;

    protected Paper() {}

    Paper(StoredPaper stored, Owner owner, String name, String who, Instant when) {
        super(stored.companyId());
        this.storedPaperId = stored.id();
        this.ownerKind = owner.kind();
        this.ownerId = owner.id();
        this.belongsToDay = owner.day();
        this.name = name;
        this.addedBy = who;
        this.addedAt = when;
    }

    /** @param day that counts for how long it is kept */
    record Owner(OwnerKind kind, long id, LocalDate day) {}

    void belongsTo(Owner owner) {
        ownerKind = owner.kind();
        ownerId = owner.id();
        belongsToDay = owner.day();
    }

    void shown(String newName, int turn, PaperUse use) {
        name = newName;
        turned = turn;
        paperUse = use;
    }

    void held(String reason) {
        hold = reason;
    }

    /** Shown as another paper is. */
    Paper like(Paper other) {
        turned = other.turned;
        paperUse = other.paperUse;
        return this;
    }

    boolean is(OwnerKind kind, long id) {
        return ownerKind == kind && ownerId == id;
    }

    OwnerKind ownerKind() {
        return ownerKind;
    }

    long ownerId() {
        return ownerId;
    }

    long storedPaperId() {
        return storedPaperId;
    }

    String name() {
        return name;
    }

    int turned() {
        return turned;
    }

    PaperUse use() {
        return paperUse;
    }

    LocalDate belongsToDay() {
        return belongsToDay;
    }

    String hold() {
        return hold;
    }

    String addedBy() {
        return addedBy;
    }

    Instant addedAt() {
        return addedAt;
    }
}
