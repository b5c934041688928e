package tidemark.app.statement;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.TableFile;
import tidemark.core.format.CamtWriter;
import tidemark.core.format.OfxWriter;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.StatementHeader;

/** Statements out again, in open formats. */
@Service
class StatementExports {
    /** The formats a statement can be had in. */
    enum Format {
        CAMT,
        OFX,
        CSV,
        XLSX
    }

    private final Statements statements;
    private final BankLineRepository lines;
    private final BankAccounts accounts;

    StatementExports(Statements statements, BankLineRepository lines, BankAccounts accounts) {
        this.statements = statements;
        this.lines = lines;
        this.accounts = accounts;
    }

    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> statement(long companyId, long accountId, long statementId, Format format) {
        BankAccount account = accounts.get(companyId, accountId);
        StatementRow statement = statements.get(accountId, statementId);
        return file(
                account,
                statement.header(account.number(), account.currency()),
                lines.findByStatementIdOrderByPlace(statementId).stream()
                        .map(BankLineRow::line)
                        .toList(),
                format);
    }

    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> period(long companyId, long accountId, LocalDate from, LocalDate to, Format format) {
        BankAccount account = accounts.get(companyId, accountId);
        Long opening = statements.bankBalance(account, from.minusDays(1)).orElse(null);
        Long closing = statements.bankBalance(account, to).orElse(null);
        if (to.isBefore(from) || opening == null || closing == null) {
            throw new RuleViolation(
                    "export.period",
                    "from",
                    say("export.period.found", from, to),
                    say("export.period.expected", account.name()),
                    say("export.period.remedy"));
        }
        return file(
                account,
                new StatementHeader(account.number(), from + "/" + to, account.currency(), from, to, opening, closing),
                lines.span(accountId, from, to).stream().map(BankLineRow::line).toList(),
                format);
    }

    private static ResponseEntity<byte[]> file(
            BankAccount account, StatementHeader header, List<BankLine> lines, Format format) {
        String name = account.name().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-") + "-" + header.from()
                + "-to-" + header.to();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        return switch (format) {
            case CAMT -> {
                CamtWriter.write(header, lines, out);
                yield TableFile.file(name + ".xml", MediaType.APPLICATION_XML, out.toByteArray());
            }
            case OFX -> {
                OfxWriter.write(header, lines, out);
                yield TableFile.file(name + ".ofx", MediaType.parseMediaType("application/x-ofx"), out.toByteArray());
            }
            case CSV -> table(name, header, lines).as(TableFile.Form.CSV);
            case XLSX -> table(name, header, lines).as(TableFile.Form.XLSX);
        };
    }

    private static TableFile table(String name, StatementHeader header, List<BankLine> lines) {
        List<List<String>> rows = new ArrayList<>();
        long balance = header.openingMinorUnits();
        for (BankLine l : lines) {
            balance = Math.addExact(balance, l.minorUnits());
            rows.add(List.of(
                    l.bookingDate().toString(),
                    l.valueDate().toString(),
                    MinorUnits.toDecimal(l.minorUnits(), header.currency()),
                    MinorUnits.toDecimal(balance, header.currency()),
                    l.reference(),
                    l.bankReference(),
                    l.checkNumber(),
                    l.counterparty(),
                    l.text(),
                    l.code()));
        }
        return new TableFile(
                name,
                List.of(
                        "date",
                        "value_date",
                        "amount",
                        "balance",
                        "reference",
                        "bank_reference",
                        "check_number",
                        "counterparty",
                        "text",
                        "code"),
                List.of(2, 3),
                rows);
    }
}
