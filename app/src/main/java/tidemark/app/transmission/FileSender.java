package tidemark.app.transmission;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Lazy;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import tidemark.app.bankanswer.BankAnswerBooks;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.bankfile.WrittenFiles;
import tidemark.app.link.BankFileLine;
import tidemark.app.link.LinkFailure;
import tidemark.core.problem.RuleViolation;

/** Sends what was released, asks the bank what became of it, and takes its answers in. What fails is tried again later. */
@Component
@Lazy(false)
class FileSender implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(FileSender.class);

    private final Transmissions transmissions;
    private final WrittenFiles files;
    private final BankFileLine line;
    private final Outgoing outgoing;
    private final BankAnswerBooks answers;
    private final Set<Long> inWork = ConcurrentHashMap.newKeySet();
    private final ExecutorService worker = Executors.newSingleThreadExecutor(
            Thread.ofPlatform().daemon().name("file-sender").factory());

    FileSender(
            Transmissions transmissions,
            WrittenFiles files,
            BankFileLine line,
            Outgoing outgoing,
            BankAnswerBooks answers) {
        this.transmissions = transmissions;
        this.files = files;
        this.line = line;
        this.outgoing = outgoing;
        this.answers = answers;
    }

    @Override
    public void destroy() {
        worker.shutdownNow();
    }

    void soon(long companyId, long id) {
        worker.execute(() -> quietly(companyId, id));
    }

    @Scheduled(
            initialDelayString = "${tidemark.link.look-seconds:60}",
            fixedDelayString = "${tidemark.link.look-seconds:60}",
            timeUnit = TimeUnit.SECONDS)
    void workDue() {
        transmissions.due().forEach(d -> quietly(d.getCompanyId(), d.getId()));
    }

    private void quietly(long companyId, long id) {
        try {
            work(companyId, id);
        } catch (RuntimeException e) {
            LOG.warn("file {} of company {} is left for later", id, companyId, e);
        }
    }

    /** Does what is next of one; nothing where somebody else is at it. */
    void work(long companyId, long id) {
        if (!inWork.add(id)) {
            return;
        }
        try {
            Transmission row = transmissions.get(companyId, id);
            WrittenFile file = files.get(companyId, row.bankFileId());
            if (transmissions.stillGoes(companyId, id)) {
                send(row, file);
            }
            if (row.way() == Transmission.Way.LINK
                    && transmissions.get(companyId, id).isAtTheBank()) {
                follow(transmissions.get(companyId, id), file);
            }
        } catch (LinkFailure e) {
            transmissions.failed(companyId, id, e.told());
        } catch (IOException e) {
            transmissions.failed(companyId, id, say("transmission.folder", Objects.toString(e.getMessage(), "")));
        } finally {
            inWork.remove(id);
        }
    }

    private void send(Transmission row, WrittenFile file) throws IOException {
        long company = file.companyId();
        long account = file.bankAccountId();
        if (row.way() == Transmission.Way.FOLDER) {
            transmissions.laidOut(
                    company,
                    row.id(),
                    outgoing.lay(company, account, file.name(), file.number(), file.content())
                            .toString());
            return;
        }
        // an answer that was lost, or a stop before it was kept, leaves the file at the bank
        Optional<BankFileLine.FileAtBank> there = line.known(company, account, file.sha256());
        BankFileLine.FileAtBank at =
                there.isPresent() ? there.get() : line.handIn(company, account, file.name(), file.content());
        transmissions.sent(company, row.id(), at.reference());
    }

    private void follow(Transmission row, WrittenFile file) {
        long company = file.companyId();
        long account = file.bankAccountId();
        BankFileLine.FileAtBank at = line.look(company, account, row.reference());
        if (at.state().equals("ACCEPTED") || at.state().equals("REFUSED")) {
            transmissions.said(company, row.id(), at.state().equals("ACCEPTED"), String.join("; ", at.problems()));
        }
        for (int which = row.answers() + 1; which <= at.answers().size(); which++) {
            byte[] content = line.answer(company, account, row.reference(), which);
            try {
                answers.take(company, at.answers().get(which - 1), content, row.asker());
            } catch (RuleViolation e) {
                if (!e.problems().getFirst().code().equals("answer.twice")) {
                    transmissions.failed(
                            company, row.id(), e.problems().getFirst().message());
                    return;
                }
                // it came in some other way before
            }
            transmissions.answered(company, row.id(), which);
        }
        transmissions.looked(
                company,
                row.id(),
                line.of(company, account).map(BankFileLine.Line::everyHours).orElse(1));
    }
}
