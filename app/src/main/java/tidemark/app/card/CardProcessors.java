package tidemark.app.card;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.core.format.ProcessorTable;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;

/** The card processors of a company. */
@Service
public class CardProcessors {
    private final CardProcessorRepository processors;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Ledger ledger;
    private final ActivityLog activity;
    private final JsonMapper json;

    CardProcessors(
            CardProcessorRepository processors,
            BankAccounts bankAccounts,
            Companies companies,
            Ledger ledger,
            ActivityLog activity,
            JsonMapper json) {
        this.processors = processors;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.ledger = ledger;
        this.activity = activity;
        this.json = json;
    }

    /**
     * A processor; accounts by code, empty where it keeps none of it.
     *
     * @param bankWords all of which stand in the text of a line with which the bank credits what it pays
     * @param lagDays from a batch's day to the day its money is due, by business days
     * @param agreedPercent of the gross that it may keep, as the company writes numbers; empty where nothing was agreed
     * @param feeAccount empty where the fee is billed, and not kept
     * @param takingsAccount of batches whose takings were not received one by one
     */
    public record ProcessorRow(
            @Nullable Long id,
            @NotNull @Size(max = 120) String name,
            boolean active,
            long bankAccountId,
            @NotNull @Size(max = 80) String bankWords,
            int lagDays,
            @NotNull @Size(max = 12) String agreedPercent,
            @NotNull @Size(max = 20) String feeAccount,
            @NotNull @Size(max = 20) String refundAccount,
            @NotNull @Size(max = 20) String chargebackAccount,
            @NotNull @Size(max = 20) String reserveAccount,
            @NotNull @Size(max = 20) String takingsAccount) {}

    CardProcessor get(long companyId, long id) {
        return processors.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("card.processor")));
    }

    List<CardProcessor> active(long companyId) {
        return processors.findByCompanyIdOrderById(companyId).stream()
                .filter(CardProcessor::active)
                .toList();
    }

    @Transactional(readOnly = true)
    public List<ProcessorRow> list(long companyId) {
        return processors.findByCompanyIdOrderById(companyId).stream()
                .map(p -> new ProcessorRow(
                        p.id(),
                        p.name(),
                        p.active(),
                        p.bankAccountId(),
                        p.bankWords(),
                        p.lagDays(),
                        p.agreedPercent()
                                .map(a -> companies
                                        .get(companyId)
                                        .amountStyle()
                                        .written(a.stripTrailingZeros().toPlainString()))
                                .orElse(""),
                        code(companyId, p.accounts().fee()),
                        code(companyId, p.accounts().refunds()),
                        code(companyId, p.accounts().chargebacks()),
                        code(companyId, p.accounts().reserve()),
                        code(companyId, p.accounts().takings())))
                .sorted(Comparator.comparing(ProcessorRow::name))
                .toList();
    }

    String code(long companyId, @Nullable Long account) {
        return account == null ? "" : ledger.account(companyId, account).code();
    }

    @Transactional
    public long keep(long companyId, ProcessorRow row, String who) {
        Long id = row.id();
        CardProcessor processor = id == null ? new CardProcessor(companyId) : get(companyId, id);
        String name = Fields.text(row.name(), "name", 120);
        boolean taken = processors.findByCompanyIdOrderById(companyId).stream()
                .anyMatch(p -> p.name().equalsIgnoreCase(name) && (id == null || p.id() != id));
        if (taken) {
            throw Fields.taken("name", name);
        }
        bankAccounts.get(companyId, row.bankAccountId());
        if (row.lagDays() < 0 || row.lagDays() > 60) {
            throw new RuleViolation(
                    "card.lag",
                    "lagDays",
                    String.valueOf(row.lagDays()),
                    say("card.lag.expected"),
                    say("card.lag.remedy"));
        }
        BigDecimal agreed = row.agreedPercent().isBlank()
                ? null
                : companies.get(companyId).amountStyle().decimal(row.agreedPercent(), 6, "agreedPercent");
        if (agreed != null && (agreed.signum() < 0 || agreed.compareTo(BigDecimal.valueOf(100)) > 0)) {
            throw new RuleViolation(
                    "card.percent",
                    "agreedPercent",
                    row.agreedPercent(),
                    say("card.percent.expected"),
                    say("card.percent.remedy"));
        }
        processor.set(
                name,
                row.active(),
                row.bankAccountId(),
                row.bankWords().strip(),
                row.lagDays(),
                agreed,
                new CardProcessor.Accounts(
                        account(companyId, row.feeAccount(), "feeAccount"),
                        account(companyId, row.refundAccount(), "refundAccount"),
                        account(companyId, row.chargebackAccount(), "chargebackAccount"),
                        account(companyId, row.reserveAccount(), "reserveAccount"),
                        account(companyId, row.takingsAccount(), "takingsAccount")));
        processors.save(processor);
        activity.record(
                companyId, who, "card-processor.kept", "card_processor", processor.id(), say("card.kept", name));
        return processor.id();
    }

    private @Nullable Long account(long companyId, String code, String field) {
        return code.isBlank()
                ? null
                : Long.valueOf(ledger.accountByCode(companyId, code)
                        .orElseThrow(() -> new RuleViolation(
                                "account.unknown",
                                field,
                                say("account.unknown.found", code),
                                say("account.unknown.expected"),
                                say("account.unknown.remedy3")))
                        .id());
    }

    /** Which column of the report holds what, as it was said. */
    public record Mapping(
            char separator,
            tidemark.core.format.DateOrder dates,
            char decimalPoint,
            Map<ProcessorTable.Part, String> columns) {
        ProcessorTable table() {
            return new ProcessorTable(separator, dates, decimalPoint, columns);
        }
    }

    Optional<ProcessorTable> table(CardProcessor processor) {
        return processor.report().map(r -> json.readValue(r, Mapping.class).table());
    }

    void learn(CardProcessor processor, ProcessorTable table) {
        processor.report(json.writeValueAsString(
                new Mapping(table.separator(), table.dates(), table.decimalPoint(), table.columns())));
        processors.save(processor);
    }
}
