package tidemark.app.bankanswer;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.bankfile.WrittenFiles;
import tidemark.app.collection.CollectedMoney;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.app.mandate.MandateChanges;
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
    public long take(long companyId, String name, byte[] content, String who) {
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
            lead(row, answer, who);
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
    private void lead(AnswerRow row, BankAnswer answer, String who) {
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
        Optional<CollectedMoney.Sent> sent =
                answer.ofPayment() ? Optional.empty() : collected.sent(companyId, answer.id(), answer.trace());
        sent.ifPresent(s -> {
            CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
            if (answer.what() != BankAnswer.What.CHANGED
                    && answer.amount() != 0
                    && (answer.amount() != s.minorUnits() || !answer.currency().equals(currency.getCode()))) {
                row.told(say(
                        "answer.otherAmount",
                        s.party(),
                        currency.getCode() + " " + MinorUnits.grouped(s.minorUnits(), currency)));
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
            if (id == null || !(row.what() == BankAnswer.What.RETURNED || row.what() == BankAnswer.What.REFUSED)) {
                throw new RuleViolation(
                        "answer.unknownOne",
                        "answers",
                        (row.code() + " " + row.name()).strip(),
                        say("answer.unknownOne.expected"),
                        say("answer.unknownOne.remedy"));
            }
            ReturnBookings.Made made =
                    returns.book(companyId, cameBack(row, collected.sent(companyId, id), b, request), who);
            row.booked(made.itemIds().getFirst());
            row.decide(AnswerRow.State.DONE, "", who, clock.instant());
            answers.saveAndFlush(row);
            booked.add(made.booked());
        }
        return booked;
    }

    private ReturnSteps.CameBack cameBack(AnswerRow row, CollectedMoney.Sent s, BackOf b, BankAnswersBooking request) {
        LocalDate said = row.saidOn().isBefore(s.collectedOn()) ? s.collectedOn() : row.saidOn();
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

    /** Where the file in which an answer came is kept. */
    @Transactional(readOnly = true)
    public AnswerFile file(long companyId, long fileId) {
        return files.findByIdAndCompanyId(fileId, companyId).orElseThrow(() -> new NotFound(say("answer.file")));
    }
}
