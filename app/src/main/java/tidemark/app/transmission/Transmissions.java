package tidemark.app.transmission;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.bankfile.FileOwner;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.bankfile.WrittenFiles;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.link.BankFileLine;
import tidemark.core.problem.RuleViolation;

/**
 * The records of files on their way to the bank, each change in a transaction of its own; no bank is asked and no folder
 * written to inside one. A file goes once, and only when a second person has released it.
 */
@Service
class Transmissions {
    /** As long as something of a file may come back. */
    private static final Duration FOLLOWED = Duration.ofDays(75);

    private final TransmissionRepository rows;
    private final WrittenFiles files;
    private final ObjectProvider<FileOwner> owners;
    private final BankFileLine line;
    private final Outgoing outgoing;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Approvals approvals;
    private final ActivityLog activity;
    private final ObjectProvider<FileSender> sender;
    private final Clock clock;

    Transmissions(
            TransmissionRepository rows,
            WrittenFiles files,
            ObjectProvider<FileOwner> owners,
            BankFileLine line,
            Outgoing outgoing,
            BankAccounts bankAccounts,
            Companies companies,
            Approvals approvals,
            ActivityLog activity,
            // which reads and changes the records here
            ObjectProvider<FileSender> sender,
            Clock clock) {
        this.rows = rows;
        this.files = files;
        this.owners = owners;
        this.line = line;
        this.outgoing = outgoing;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.approvals = approvals;
        this.activity = activity;
        this.sender = sender;
        this.clock = clock;
    }

    /** @param to the bank's name, or the folder */
    record WayOut(Transmission.Way way, String to) {}

    /** How a file may go. */
    List<WayOut> ways(WrittenFile file) {
        List<WayOut> out = new ArrayList<>();
        line.of(file.companyId(), file.bankAccountId())
                .ifPresent(l -> out.add(new WayOut(Transmission.Way.LINK, l.bankName())));
        out.add(new WayOut(
                Transmission.Way.FOLDER,
                outgoing.folder(file.companyId(), file.bankAccountId()).toString()));
        return out;
    }

    Optional<Transmission> of(long companyId, long fileId) {
        return rows.findByCompanyIdAndBankFileId(companyId, fileId);
    }

    /** The run that a file is of. */
    FileOwner.Owned owner(long companyId, long fileId) {
        return owners.stream()
                .flatMap(o -> o.owner(companyId, fileId).stream())
                .findFirst()
                .orElseThrow(() -> new NotFound(say("collection.file")));
    }

    /**
     * Sends a file: at once where a second person released it with its run, else when one does.
     *
     * @throws RuleViolation {@code transmission.once} where it went or waits already, {@code transmission.way} where it cannot
     *     go so, {@code transmission.reversed} where its run was reversed
     */
    @Transactional
    public void ask(long companyId, long fileId, Transmission.Way way, Actor who) {
        WrittenFile file = files.get(companyId, fileId);
        bankAccounts.lock(companyId, file.bankAccountId());
        WayOut to = ways(file).stream()
                .filter(w -> w.way() == way)
                .findFirst()
                .orElseThrow(() -> new RuleViolation(
                        "transmission.way",
                        "way",
                        way.name(),
                        say("transmission.way.expected"),
                        say("transmission.way.remedy")));
        FileOwner.Owned owner = owner(companyId, fileId);
        if (!owner.stands()) {
            throw new RuleViolation(
                    "transmission.reversed",
                    "",
                    owner.title(),
                    say("transmission.reversed.expected"),
                    say("transmission.reversed.remedy"));
        }
        Optional<Transmission> before = of(companyId, fileId);
        before.filter(t -> t.state() != Transmission.State.DECLINED).ifPresent(t -> {
            throw new RuleViolation(
                    "transmission.once",
                    "",
                    say("transmission.once.found", file.name(), t.askedBy()),
                    say("transmission.once.expected"),
                    say("transmission.once.remedy"));
        });
        Transmission row = before.orElseGet(() -> new Transmission(file, way, who, clock.instant()));
        row.askAgain(way, who, clock.instant());
        rows.saveAndFlush(row);
        String title = say("transmission.title", file.name(), owner.title(), to.to());
        activity.record(companyId, who.name(), "transmission.asked", "transmission", row.id(), title);
        if (needsSecond(file)) {
            approvals.ask(companyId, TransmissionApproval.KIND, row.id(), title, content(companyId, row.id()), who);
        } else {
            String second = file.releasedBy();
            release(row, second == null ? who.name() : second);
        }
    }

    /** Whether nobody but its writer has released it; where a company is one person, nobody else can. */
    boolean needsSecond(WrittenFile file) {
        return file.releasedBy() == null && !companies.get(file.companyId()).onePerson();
    }

    private void release(Transmission row, String who) {
        row.release(who, clock.instant());
        rows.saveAndFlush(row);
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                sender.getObject().soon(row.companyId(), row.id());
            }
        });
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void lock(long companyId, long id) {
        bankAccounts.lock(
                companyId,
                rows.accountOf(companyId, id).orElseThrow(() -> new NotFound(say("transmission.transmission"))));
    }

    @Transactional(readOnly = true)
    Transmission get(long companyId, long id) {
        return rows.findByIdAndCompanyId(id, companyId)
                .orElseThrow(() -> new NotFound(say("transmission.transmission")));
    }

    String path(long id) {
        Transmission row = rows.findById(id).orElseThrow(() -> new NotFound(say("transmission.transmission")));
        return owner(row.companyId(), row.bankFileId()).path();
    }

    /** What a second person releases: this very file, this way. */
    @Transactional(propagation = Propagation.MANDATORY)
    String content(long companyId, long id) {
        Transmission row = get(companyId, id);
        WrittenFile file = files.get(companyId, row.bankFileId());
        return file.sha256() + " " + row.way() + " "
                + owner(companyId, file.id()).stands();
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void released(long companyId, long id, Actor who) {
        Transmission row = get(companyId, id);
        release(row, who.name());
        activity.record(
                companyId,
                who.name(),
                "transmission.released",
                "transmission",
                id,
                say(
                        "transmission.released",
                        files.get(companyId, row.bankFileId()).name()));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void declined(long companyId, long id, String reason) {
        Transmission row = get(companyId, id);
        row.decline(reason);
        rows.saveAndFlush(row);
    }

    /** Whether it still may go; it goes no more where its run was reversed while it waited. */
    @Transactional
    boolean stillGoes(long companyId, long id) {
        lock(companyId, id);
        Transmission row = get(companyId, id);
        if (row.state() != Transmission.State.RELEASED) {
            return false;
        }
        FileOwner.Owned owner = owner(companyId, row.bankFileId());
        if (!owner.stands()) {
            row.decline(say("transmission.reversed.found", owner.title()));
            rows.saveAndFlush(row);
        }
        return owner.stands();
    }

    @Transactional(readOnly = true)
    List<TransmissionRepository.Due> due() {
        return rows.due(clock.instant());
    }

    /** It lies where it should. */
    @Transactional
    void laidOut(long companyId, long id, String where) {
        lock(companyId, id);
        Transmission row = get(companyId, id);
        row.sent(where, null);
        happened(row, WrittenFiles.What.LAID_OUT, where);
    }

    /** The bank has it. */
    @Transactional
    void sent(long companyId, long id, String reference) {
        lock(companyId, id);
        Transmission row = get(companyId, id);
        row.sent(reference, clock.instant());
        happened(row, WrittenFiles.What.SENT, reference);
    }

    /** What the bank says of it now. @param words of why it was refused */
    @Transactional
    void said(long companyId, long id, boolean taken, String words) {
        lock(companyId, id);
        Transmission row = get(companyId, id);
        Transmission.State now = taken ? Transmission.State.TAKEN : Transmission.State.REFUSED;
        if (row.state() != now) {
            row.said(now);
            happened(row, taken ? WrittenFiles.What.TAKEN : WrittenFiles.What.REFUSED, words);
        }
    }

    @Transactional
    void answered(long companyId, long id, int count) {
        lock(companyId, id);
        get(companyId, id).answered(count);
    }

    /** The bank was asked; it is asked again as often as its link is, as long as something may come back. */
    @Transactional
    void looked(long companyId, long id, int everyHours) {
        lock(companyId, id);
        Transmission row = get(companyId, id);
        Instant now = clock.instant();
        boolean over = row.state() == Transmission.State.REFUSED
                || row.askedAt().plus(FOLLOWED).isBefore(now);
        row.looked(over ? null : now.plus(Duration.ofHours(everyHours)));
    }

    @Transactional
    void failed(long companyId, long id, String why) {
        lock(companyId, id);
        get(companyId, id).failed(why, clock.instant());
    }

    private void happened(Transmission row, WrittenFiles.What what, String words) {
        WrittenFile file = files.get(row.companyId(), row.bankFileId());
        String who = row.releasedBy();
        files.happened(file, what, words, who);
        activity.record(
                row.companyId(),
                who,
                "transmission.happened",
                "transmission",
                row.id(),
                say("transmission.happened", file.name(), what.words(), words));
    }
}
