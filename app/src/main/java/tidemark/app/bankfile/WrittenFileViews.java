package tidemark.app.bankfile;

import java.util.List;
import java.util.function.Supplier;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.core.bankfile.BankFileParts;
import tidemark.core.bankfile.BankFileReport;
import tidemark.core.bankfile.BankFiles;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Files of runs as they are shown, written or not yet. */
@Service
public class WrittenFileViews {
    private final WrittenFiles files;
    private final BankAccounts bankAccounts;

    WrittenFileViews(WrittenFiles files, BankAccounts bankAccounts) {
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

    public record RunBatch(String kind, String date, int entries, String debits, String credits) {}

    /** As it would be written now; none where nothing goes into it. @param writing refuses what does not fit */
    @Transactional(readOnly = true)
    public @Nullable RunFile trial(long companyId, Supplier<BankFileParts.@Nullable Written> writing) {
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        try {
            BankFileParts.Written written = writing.get();
            return written == null
                    ? null
                    : file(
                            null,
                            false,
                            "",
                            written.report(),
                            BankFileParts.hash(written.content()),
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
    @Transactional(readOnly = true)
    public @Nullable RunFile written(long companyId, @Nullable Long id) {
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        if (id == null) {
            return null;
        }
        WrittenFile file = files.get(companyId, id);
        return file(
                id,
                true,
                file.name(),
                BankFiles.check(file.content()),
                BankFileParts.hash(file.content()),
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
                                b.kind(),
                                b.date(),
                                b.entries(),
                                MinorUnits.toDecimal(b.debits(), currency),
                                MinorUnits.toDecimal(b.credits(), currency)))
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
