package tidemark.app.bankanswer;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.bankfile.WrittenFiles;
import tidemark.app.collection.CollectedMoney;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.app.mandate.MandateChanges;
import tidemark.app.paymentrun.PaidMoney;
import tidemark.app.returned.ReturnBookings;
import tidemark.app.returned.ReturnSteps;
import tidemark.core.bankfile.BankAnswer;
import tidemark.core.bankfile.BankAnswers;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.returned.ReturnReason;

/** Takes files in which banks answer, and books what came back by them. The journal's lock guards the answers. */
@Service
public class BankAnswerBooks {
    private final AnswerFileRepository files;
    private final AnswerRepository answers;
    private final WrittenFiles written;
    private final CollectedMoney collected;
    private final PaidMoney paid;
    private final MandateChanges changes;
    private final ReturnBookings returns;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final Clock clock;

    BankAnswerBooks(
            AnswerFileRepository files,
            AnswerRepository answers,
            WrittenFiles written,
            CollectedMoney collected,
            PaidMoney paid,
            MandateChanges changes,
            ReturnBookings returns,
            BankAccounts bankAccounts,
            Companies companies,
            ActivityLog activity,
            Clock clock) {
        this.files = files;
        this.answers = answers;
        this.written = written;
        this.collected = collected;
        this.paid = paid;
        this.changes = changes;
        this.returns = returns;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.activity = activity;
        this.clock = clock;
    }

    /**
     * Takes a file whole, once. What it says of files and of accounts is kept at once; what came back waits to be booked.
     *
     * @return its identifier
     * @throws RuleViolation what the reader refuses, {@code answer.twice} where the same file was taken before
     */
    @Transactional
    public long take(long companyId, String name, byte[] content, Actor actor) {
        String who = actor.name();
        BankAnswers.Read read = BankAnswers.read(content);
        bankAccounts.lockJournal(companyId);
        String digest = WrittenFiles.digest(content);
        files.findByCompanyIdAndSha256(companyId, digest).ifPresent(f -> {
            throw new RuleViolation(
                    "answer.twice",
                    "file",
                    say("answer.twice.found", f.name(), f.takenBy()),
                    say("answer.twice.expected"),
                    say("answer.twice.remedy"));
        });
        AnswerFile file = files.saveAndFlush(new AnswerFile(
                new AnswerFile.Facts(
                        companyId,
                        name.length() > 200 ? name.substring(0, 200) : name,
                        read.format(),
                        read.id().length() > 80 ? read.id().substring(0, 80) : read.id(),
                        digest,
                        who,
                        clock.instant()),
                content));
        LocalDate today = companies.today(companyId);
        int place = 0;
        for (BankAnswer answer : read.answers()) {
            place++;
            AnswerRow row = new AnswerRow(file, place, answer, answer.day().orElse(today));
            lead(row, answer, actor);
            answers.save(row);
        }
        answers.flush();
        activity.record(
                companyId,
                who,
                "answer.taken",
                "bank_answer_file",
                file.id(),
                say("answer.taken.taken", file.name(), place));
        return file.id();
    }

    /** Finds out what it is of, and does what needs nobody's decision. */
    private void lead(AnswerRow row, BankAnswer answer, Actor actor) {
        String who = actor.name();
        long companyId = row.companyId();
        Optional<WrittenFile> ofFile = written.called(companyId, answer.message());
        ofFile.ifPresent(f -> row.ofFile(f.id()));
        if (!answer.ofOne()) {
            if (ofFile.isPresent() && answer.batch().isEmpty()) {
                boolean taken = answer.what() == BankAnswer.What.ACCEPTED;
                written.happened(
                        ofFile.get(),
                        taken ? WrittenFiles.What.TAKEN : WrittenFiles.What.REFUSED,
                        (answer.code() + " " + answer.words()).strip(),
                        who);
            }
            if (ofFile.isPresent() && answer.what() == BankAnswer.What.ACCEPTED) {
                row.decide(AnswerRow.State.DONE, "", who, clock.instant());
            }
            return;
        }
        Optional<PaidMoney.PaidOut> out = paid.sent(companyId, answer.id(), answer.trace());
        Optional<CollectedMoney.Sent> sent = answer.ofPayment() || out.isPresent()
                ? Optional.empty()
                : collected.sent(companyId, answer.id(), answer.trace());
        out.ifPresent(p -> payment(row, answer, p, actor));
        sent.ifPresent(s -> {
            if (isOtherAmount(row, answer, s.minorUnits(), s.party())) {
                return;
            }
            row.ofCollection(s.id());
            if (answer.what() == BankAnswer.What.CHANGED) {
                try {
                    row.proposed(changes.propose(
                            companyId,
                            s.mandateId(),
                            answer.code(),
                            answer.words(),
                            row.saidOn(),
                            collected.calendar(companyId, s.bankAccountId()),
                            who));
                    row.decide(AnswerRow.State.DONE, "", who, clock.instant());
                } catch (RuleViolation e) {
                    // it waits for a person, who reads what the bank says
                    row.told(e.problems().getFirst().message());
                }
            }
        });
    }

    private void payment(AnswerRow row, BankAnswer answer, PaidMoney.PaidOut p, Actor actor) {
        if (isOtherAmount(row, answer, p.minorUnits(), p.party())) {
            return;
        }
        row.paidBy(p.id());
        if (answer.what() == BankAnswer.What.CHANGED) {
            try {
                paid.otherAccount(row.companyId(), p, answer.code(), answer.words(), actor);
                row.decide(AnswerRow.State.DONE, say("answer.asked"), actor.name(), clock.instant());
            } catch (RuleViolation e) {
                // it waits for a person, who reads what the bank says
                row.told(e.problems().getFirst().message());
            }
        }
    }

    /** Whether the bank tells another amount than went out, which a person looks into. */
    private boolean isOtherAmount(AnswerRow row, BankAnswer answer, long minorUnits, String party) {
        CurrencyUnit currency = bankAccounts.companyCurrency(row.companyId());
        if (answer.what() == BankAnswer.What.CHANGED
                || answer.amount() == 0
                || (answer.amount() == minorUnits && answer.currency().equals(currency.getCode()))) {
            return false;
        }
        row.told(say("answer.otherAmount", party, currency.getCode() + " " + MinorUnits.grouped(minorUnits, currency)));
        return true;
    }

    /**
     * What is booked of answers.
     *
     * @param fromCredit whether the bank keeps it back from the credit of its run, else takes it from the account by itself
     * @param date absent for the day on which the bank said so
     */
    public record BackOf(
            long answerId, boolean fromCredit, @Nullable LocalDate date) {}

    /** @param ourFee what each customer among them is charged; empty for nothing */
    public record BankAnswersBooking(
            @NotEmpty @Size(max = 500) List<@NotNull @Valid BackOf> answers,
            @NotNull @Size(max = 40) String ourFee) {}

    /** Books what came back, all of it or nothing, as returned items with their reasons. */
    @Transactional
    public Ledger.Booked book(long companyId, BankAnswersBooking request, String who) {
        bankAccounts.lockAll(companyId);
        bankAccounts.lockJournal(companyId);
        Ledger.Booked booked = Ledger.Booked.nothing();
        for (BackOf b : request.answers()) {
            AnswerRow row = waiting(companyId, b.answerId());
            Long id = row.collectionId();
            Long payment = row.paymentId();
            if ((id == null && payment == null)
                    || !(row.what() == BankAnswer.What.RETURNED || row.what() == BankAnswer.What.REFUSED)) {
                throw new RuleViolation(
                        "answer.unknownOne",
                        "answers",
                        (row.code() + " " + row.name()).strip(),
                        say("answer.unknownOne.expected"),
                        say("answer.unknownOne.remedy"));
            }
            if (payment != null) {
                LocalDate on = b.date() == null
                        ? day(row, paid.sent(companyId, payment).paidOn())
                        : b.date();
                booked.add(paid.cameBack(companyId, payment, on, reason(row), who));
                row.decide(AnswerRow.State.DONE, "", who, clock.instant());
                answers.saveAndFlush(row);
                continue;
            }
            ReturnBookings.Made made = returns.book(
                    companyId, cameBack(row, collected.sent(companyId, Objects.requireNonNull(id)), b, request), who);
            row.booked(made.itemIds().getFirst());
            row.decide(AnswerRow.State.DONE, "", who, clock.instant());
            answers.saveAndFlush(row);
            booked.add(made.booked());
        }
        return booked;
    }

    /** On which it is booked: when the bank said so, but not before it went out. */
    private static LocalDate day(AnswerRow row, LocalDate wentOut) {
        return row.saidOn().isBefore(wentOut) ? wentOut : row.saidOn();
    }

    private static String reason(AnswerRow row) {
        String words = ReturnReason.find(row.code()).map(ReturnReason::words).orElse(row.words());
        String all = (row.code() + " " + words).strip();
        return all.isEmpty() ? say("answer.noReason") : all;
    }

    private ReturnSteps.CameBack cameBack(AnswerRow row, CollectedMoney.Sent s, BackOf b, BankAnswersBooking request) {
        LocalDate said = day(row, s.collectedOn());
        Optional<ReturnReason> reason = ReturnReason.find(row.code());
        return new ReturnSteps.CameBack(
                null,
                s.bankAccountId(),
                b.date() == null ? said : b.date(),
                List.of(new ReturnSteps.Original(null, s.id(), null)),
                "",
                null,
                request.ourFee(),
                reason.map(Enum::name).orElse(ReturnReason.OTHER.name()),
                reason.isPresent() ? "" : (row.code() + " " + row.words()).strip(),
                row.words(),
                b.fromCredit());
    }

    /** Nothing is done of it, for a reason. */
    @Transactional
    public void setAside(long companyId, long answerId, String reason, String who) {
        bankAccounts.lockJournal(companyId);
        AnswerRow row = waiting(companyId, answerId);
        row.decide(AnswerRow.State.SET_ASIDE, reason.strip(), who, clock.instant());
        answers.saveAndFlush(row);
        activity.record(
                companyId,
                who,
                "answer.setAside",
                "bank_answer_file",
                row.fileId(),
                say("answer.setAside.setAside", row.code(), row.name(), reason.strip()));
    }

    private AnswerRow get(long companyId, long id) {
        return answers.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("answer.one")));
    }

    private AnswerRow waiting(long companyId, long id) {
        AnswerRow row = get(companyId, id);
        if (row.state() != AnswerRow.State.WAITING) {
            throw new RuleViolation(
                    "answer.decided",
                    "answers",
                    say("answer.decided.found", (row.code() + " " + row.name()).strip()),
                    say("answer.decided.expected"),
                    say("answer.decided.remedy"));
        }
        return row;
    }

    /** Which of some entries booked what the bank itself said: returns of collections, and payments that came back. */
    @Transactional(readOnly = true)
    public Set<Long> saidByTheBank(long companyId, Collection<Long> entryIds) {
        Set<Long> out = new HashSet<>(paid.cameBack(companyId, entryIds));
        if (!entryIds.isEmpty()) {
            out.addAll(answers.booked(companyId, entryIds));
        }
        return out;
    }

    /** Where the file in which an answer came is kept. */
    @Transactional(readOnly = true)
    public AnswerFile file(long companyId, long fileId) {
        return files.findByIdAndCompanyId(fileId, companyId).orElseThrow(() -> new NotFound(say("answer.file")));
    }
}
