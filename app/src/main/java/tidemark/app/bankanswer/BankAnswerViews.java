package tidemark.app.bankanswer;

import static tidemark.core.words.Catalogue.say;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.collection.CollectedMoney;
import tidemark.app.paymentrun.PaidMoney;
import tidemark.core.bankfile.BankAnswer;
import tidemark.core.mandate.ReturnEffect;
import tidemark.core.money.MinorUnits;
import tidemark.core.returned.ReturnReason;

/** What banks answered, as it is shown. */
@Service
public class BankAnswerViews {
    private static final int MOST_FILES = 200;
    private static final int MOST_ANSWERS = 1_000;

    private final AnswerFileRepository files;
    private final AnswerRepository answers;
    private final BankAnswerBooks books;
    private final CollectedMoney collected;
    private final PaidMoney paid;

    BankAnswerViews(
            AnswerFileRepository files,
            AnswerRepository answers,
            BankAnswerBooks books,
            CollectedMoney collected,
            PaidMoney paid) {
        this.files = files;
        this.answers = answers;
        this.books = books;
        this.collected = collected;
        this.paid = paid;
    }

    /** What can be done with an answer. */
    public enum Lead {
        /** It is booked as a returned item. */
        BOOK,
        /** Its run is booked on its day, and it after that. */
        NOT_BOOKED_YET,
        /** It came back already. */
        CAME_BACK,
        /** Its run was reversed; nothing of it is left. */
        REVERSED,
        /** It is of nothing that went out from here. */
        UNKNOWN,
        /** A change of a mandate that could not be proposed. */
        CHANGE,
        /** A whole file was refused: its runs are reversed. */
        FILE,
        /** Nothing more is to be done. */
        DONE
    }

    /**
     * One answer.
     *
     * @param reason in words
     * @param account masked; {@code amount} a decimal
     * @param effect on the mandate, where money came back
     * @param fromCredit whether the bank likely keeps it back from the credit of its run
     * @param date on which it would be booked
     * @param paymentId of a payment that went out; its run is a payment run
     * @param payRunId the payment run, whose payment or file it is of
     */
    public record BankAnswerView(
            long id,
            BankAnswer.What what,
            String code,
            String reason,
            String name,
            String account,
            String amount,
            String currency,
            LocalDate saidOn,
            Lead lead,
            @Nullable Long partyId,
            String party,
            @Nullable Long runId,
            String run,
            @Nullable Long mandateId,
            @Nullable Long returnedItemId,
            @Nullable ReturnEffect effect,
            boolean fromCredit,
            LocalDate date,
            @Nullable Long paymentId,
            @Nullable Long payRunId,
            String note) {}

    /** @param waiting how many of its answers wait for a decision */
    public record AnswerFileView(
            long id,
            String name,
            String format,
            String messageId,
            String takenBy,
            Instant takenAt,
            int answers,
            int waiting) {}

    /** @param waiting the first thousand that wait; {@code count} of all that wait */
    public record BankAnswersView(List<AnswerFileView> files, List<BankAnswerView> waiting, long count) {}

    @Transactional(readOnly = true)
    public BankAnswersView all(long companyId) {
        return new BankAnswersView(
                files.findByCompanyIdOrderByIdDesc(companyId, Limit.of(MOST_FILES)).stream()
                        .map(this::file)
                        .toList(),
                answers
                        .findByCompanyIdAndStateOrderById(companyId, AnswerRow.State.WAITING, Limit.of(MOST_ANSWERS))
                        .stream()
                        .map(a -> view(a))
                        .toList(),
                waiting(companyId));
    }

    /** How many answers wait for a decision. */
    @Transactional(readOnly = true)
    public long waiting(long companyId) {
        return answers.countByCompanyIdAndState(companyId, AnswerRow.State.WAITING);
    }

    private AnswerFileView file(AnswerFile f) {
        return new AnswerFileView(
                f.id(),
                f.name(),
                f.format(),
                f.messageId(),
                f.takenBy(),
                f.takenAt(),
                (int) answers.countByFileId(f.id()),
                (int) answers.countByFileIdAndState(f.id(), AnswerRow.State.WAITING));
    }

    /** The answers of a file, the first thousand. */
    @Transactional(readOnly = true)
    public List<BankAnswerView> of(long companyId, long fileId) {
        return answers.findByFileIdOrderByPlace(books.file(companyId, fileId).id(), Limit.of(MOST_ANSWERS)).stream()
                .map(a -> view(a))
                .toList();
    }

    private BankAnswerView view(AnswerRow a) {
        Long payment = a.paymentId();
        if (payment != null) {
            return ofPayment(a, paid.sent(a.companyId(), payment));
        }
        Long id = a.collectionId();
        Optional<CollectedMoney.Sent> sent =
                id == null ? Optional.empty() : Optional.of(collected.sent(a.companyId(), id));
        boolean back = a.what() == BankAnswer.What.RETURNED || a.what() == BankAnswer.What.REFUSED;
        Long file = a.bankFileId();
        Optional<CollectedMoney.RunOfFile> ofFile = file == null
                ? Optional.empty()
                : collected.ofFile(a.companyId(), file).stream().findFirst();
        Optional<PaidMoney.PayRunOfFile> payRun = file == null
                ? Optional.empty()
                : paid.ofFile(a.companyId(), file).stream().findFirst();
        return new BankAnswerView(
                a.id(),
                a.what(),
                a.code(),
                reason(a),
                a.name(),
                a.account().isEmpty() ? "" : masked(a.account()),
                MinorUnits.toDecimal(a.minorUnits(), CurrencyUnit.of(a.currency())),
                a.currency(),
                a.saidOn(),
                lead(a, sent),
                sent.map(CollectedMoney.Sent::partyId).orElse(null),
                sent.map(CollectedMoney.Sent::party).orElse(""),
                sent.map(CollectedMoney.Sent::runId)
                        .or(() -> ofFile.map(CollectedMoney.RunOfFile::runId))
                        .orElse(null),
                sent.map(CollectedMoney.Sent::run)
                        .or(() -> ofFile.map(CollectedMoney.RunOfFile::run))
                        .or(() -> payRun.map(PaidMoney.PayRunOfFile::run))
                        .orElse(""),
                sent.map(CollectedMoney.Sent::mandateId).orElse(null),
                a.returnedItemId(),
                back && sent.isPresent() ? ReturnEffect.of(a.code()) : null,
                sent.filter(s -> fromCredit(a, s)).isPresent(),
                sent.filter(s -> a.saidOn().isBefore(s.collectedOn()))
                        .map(CollectedMoney.Sent::collectedOn)
                        .orElse(a.saidOn()),
                null,
                payRun.map(PaidMoney.PayRunOfFile::runId).orElse(null),
                a.note());
    }

    /** Of a payment: what came back is voided, on the day of the bank. */
    private static BankAnswerView ofPayment(AnswerRow a, PaidMoney.PaidOut p) {
        boolean done = a.state() != AnswerRow.State.WAITING;
        Lead lead = done
                ? Lead.DONE
                : a.what() == BankAnswer.What.CHANGED ? Lead.CHANGE : p.isVoid() ? Lead.CAME_BACK : Lead.BOOK;
        return new BankAnswerView(
                a.id(),
                a.what(),
                a.code(),
                reason(a),
                a.name(),
                a.account().isEmpty() ? "" : masked(a.account()),
                MinorUnits.toDecimal(a.minorUnits(), CurrencyUnit.of(a.currency())),
                a.currency(),
                a.saidOn(),
                lead,
                p.partyId(),
                p.party(),
                null,
                p.run(),
                null,
                null,
                null,
                false,
                a.saidOn().isBefore(p.paidOn()) ? p.paidOn() : a.saidOn(),
                p.id(),
                p.runId(),
                a.note());
    }

    /** What never reached the payer's bank, or came back before its day, is not in the credit. */
    private static boolean fromCredit(AnswerRow a, CollectedMoney.Sent s) {
        return !s.credited()
                && (a.what() == BankAnswer.What.REFUSED || !a.saidOn().isAfter(s.collectedOn()));
    }

    private static Lead lead(AnswerRow a, Optional<CollectedMoney.Sent> sent) {
        if (a.state() != AnswerRow.State.WAITING) {
            return Lead.DONE;
        }
        if (sent.isEmpty()) {
            boolean whole = a.endToEnd().isEmpty() && a.trace().isEmpty();
            return whole && a.bankFileId() != null ? Lead.FILE : Lead.UNKNOWN;
        }
        CollectedMoney.Sent s = sent.get();
        if (a.what() == BankAnswer.What.CHANGED) {
            return Lead.CHANGE;
        }
        if (s.cameBack()) {
            return Lead.CAME_BACK;
        }
        if (s.reversed()) {
            return Lead.REVERSED;
        }
        return s.booked() ? Lead.BOOK : Lead.NOT_BOOKED_YET;
    }

    private static String reason(AnswerRow a) {
        return switch (a.what()) {
            case ACCEPTED -> say("answer.accepted");
            case CHANGED -> say("answer.changed");
            case RETURNED, REFUSED ->
                ReturnReason.find(a.code()).map(ReturnReason::words).orElse(a.words());
        };
    }

    private static String masked(String account) {
        return "•••• " + account.substring(account.length() - Math.min(4, account.length() / 2));
    }
}
