package tidemark.app.collection;

import java.util.List;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.bankfile.WrittenFiles;
import tidemark.app.company.BankAccounts;
import tidemark.core.bankfile.BankFileReport;
import tidemark.core.bankfile.BankFiles;
import tidemark.core.collection.CollectionFile;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Files of runs as they are shown, written or not yet. */
@Service
class RunFileViews {
    private final RunReleases releases;
    private final WrittenFiles files;
    private final BankAccounts bankAccounts;

    RunFileViews(RunReleases releases, WrittenFiles files, BankAccounts bankAccounts) {
        this.releases = releases;
        this.files = files;
        this.bankAccounts = bankAccounts;
    }

    /** @param written whether it is, or would be; {@code hash} of ACH alone */
    public record RunFile(
            @Nullable Long id,
            boolean written,
            String name,
            String format,
            List<RunBatch> batches,
            String hash,
            String debits,
            String credits,
            String sha256,
            List<String> changed,
            List<String> problems,
            List<WrittenFiles.Happened> history) {}

    public record RunBatch(String kind, String date, int entries, String debits) {}

    /** As it would be written now; none where nobody is collected from. */
    @Nullable
    RunFile trial(CollectionRun run, List<RunCandidates.Candidate> all) {
        CurrencyUnit currency = bankAccounts.companyCurrency(run.companyId());
        try {
            CollectionFile.Written written = releases.trial(run, all);
            return written == null
                    ? null
                    : file(
                            null,
                            false,
                            "",
                            written.report(),
                            CollectionFile.hash(written.content()),
                            "",
                            written.changed(),
                            List.of(),
                            List.of(),
                            currency);
        } catch (RuleViolation e) {
            return new RunFile(
                    null,
                    false,
                    "",
                    "",
                    List.of(),
                    "",
                    "",
                    "",
                    "",
                    List.of(),
                    e.problems().stream().map(Problem::message).limit(10).toList(),
                    List.of());
        }
    }

    /** As it was written, with what became of it. */
    @Nullable
    RunFile written(CollectionRun run) {
        CurrencyUnit currency = bankAccounts.companyCurrency(run.companyId());
        Long id = run.bankFileId();
        if (id == null) {
            return null;
        }
        WrittenFile file = files.get(run.companyId(), id);
        return file(
                id,
                true,
                file.name(),
                BankFiles.check(file.content()),
                CollectionFile.hash(file.content()),
                file.sha256(),
                List.of(),
                List.of(),
                files.of(file.id()),
                currency);
    }

    private static RunFile file(
            @Nullable Long id,
            boolean written,
            String name,
            BankFileReport report,
            String hash,
            String sha256,
            List<String> changed,
            List<String> problems,
            List<WrittenFiles.Happened> history,
            CurrencyUnit currency) {
        return new RunFile(
                id,
                written,
                name,
                report.format(),
                report.batches().stream()
                        .map(b -> new RunBatch(
                                b.kind(), b.date(), b.entries(), MinorUnits.toDecimal(b.debits(), currency)))
                        .toList(),
                hash,
                MinorUnits.toDecimal(report.debits(), currency),
                MinorUnits.toDecimal(report.credits(), currency),
                sha256,
                changed,
                problems,
                history);
    }
}
