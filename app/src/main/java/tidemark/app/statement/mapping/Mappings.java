package tidemark.app.statement.mapping;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.format.Column;
import tidemark.core.format.ColumnMapping;
import tidemark.core.format.DateOrder;
import tidemark.core.format.MappedReader;
import tidemark.core.format.MappingGuess;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** How the tables of each account's bank are read, as it was shown once. */
@Service
public class Mappings {
    private static final int PREVIEW = 20;

    private final MappingRepository mappings;
    private final BankAccounts accounts;
    private final ActivityLog activity;
    private final JsonMapper json;

    Mappings(MappingRepository mappings, BankAccounts accounts, ActivityLog activity, JsonMapper json) {
        this.mappings = mappings;
        this.accounts = accounts;
        this.activity = activity;
        this.json = json;
    }

    /** Those to try on a file: the account's own, the newest first; without an account all of the company's. */
    @Transactional(readOnly = true)
    public List<ColumnMapping> toTry(long companyId, @Nullable Long accountId) {
        List<MappingRow> rows = accountId == null
                ? mappings.findByCompanyIdOrderByIdDesc(companyId)
                : mappings.findByBankAccountIdOrderByIdDesc(accountId);
        return rows.stream().map(r -> parse(json, r.name(), r.content())).toList();
    }

    @Transactional(readOnly = true)
    public List<MappingRow> list(long companyId, long accountId) {
        return mappings.findByBankAccountIdOrderByIdDesc(
                accounts.get(companyId, accountId).id());
    }

    @Transactional(readOnly = true)
    public MappingRow get(long companyId, long accountId, long id) {
        return mappings.findByIdAndBankAccountId(
                        id, accounts.get(companyId, accountId).id())
                .orElseThrow(() -> new NotFound(say("mapping.mapping")));
    }

    @Transactional
    public MappingRow save(long companyId, long accountId, ColumnMapping mapping, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        String name = Fields.text(mapping.name(), "name", 80);
        Optional<MappingRow> before = mappings.findByCompanyIdAndName(companyId, name);
        if (before.isPresent() && before.get().bankAccountId() != accountId) {
            throw new RuleViolation(
                    "mapping.name",
                    "name",
                    say("mapping.name.found", name),
                    say("mapping.name.expected"),
                    say("mapping.name.remedy"));
        }
        MappingRow row = before.orElseGet(() -> new MappingRow(companyId, accountId, name, ""));
        row.content(write(json, mapping));
        MappingRow saved = mappings.save(row);
        activity.record(
                companyId,
                who,
                "mapping.saved",
                "bank_account",
                accountId,
                say("mapping.learnedHowOfIsRead").formatted(name, account.name()));
        return saved;
    }

    @Transactional
    public void remove(long companyId, long accountId, long id, String who) {
        accounts.lock(companyId, accountId);
        MappingRow row = get(companyId, accountId, id);
        mappings.delete(row);
        activity.record(
                companyId,
                who,
                "mapping.removed",
                "bank_account",
                accountId,
                say("mapping.removed.forgotTheMapping", row.name()));
    }

    public static MappingGuess guess(byte[] file) {
        try {
            return MappingGuess.of(file, isSpreadsheet(file));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    public static List<MappedReader.Tried> tried(byte[] file, ColumnMapping mapping, CurrencyUnit currency) {
        try {
            return new MappedReader(mapping, isSpreadsheet(file))
                    .tried(new ByteArrayInputStream(file), currency, PREVIEW);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static boolean isSpreadsheet(byte[] file) {
        return file.length > 3 && file[0] == 'P' && file[1] == 'K';
    }

    /** The mapping as it is kept, and as the command line reads it. */
    static String write(JsonMapper json, ColumnMapping m) {
        ObjectNode node = json.createObjectNode();
        node.put("name", m.name());
        node.put("charset", m.charset());
        node.put("separator", Character.toString(m.separator()));
        node.put("skipRows", m.skipRows());
        m.header().forEach(node.putArray("header")::add);
        node.put("dates", m.dates().name());
        node.put("decimalPoint", Character.toString(m.decimalPoint()));
        node.put("turned", m.turned());
        ObjectNode columns = node.putObject("columns");
        m.columns().forEach((c, places) -> places.forEach(columns.putArray(c.name())::add));
        return json.writerWithDefaultPrettyPrinter().writeValueAsString(node);
    }

    /** @throws RuleViolation {@code mapping.unreadable}, or whatever does not fit together in it */
    public static ColumnMapping parse(JsonMapper json, String otherwise, String text) {
        try {
            JsonNode node = json.readTree(text);
            List<String> header = new ArrayList<>();
            node.path("header").forEach(h -> header.add(h.asString()));
            Map<Column, List<Integer>> columns = new EnumMap<>(Column.class);
            node.path("columns").properties().forEach(e -> {
                List<Integer> places = new ArrayList<>();
                e.getValue().forEach(p -> places.add(p.asInt()));
                columns.put(Column.valueOf(e.getKey()), places);
            });
            return new ColumnMapping(
                    node.path("name").asString(otherwise),
                    node.path("charset").asString("UTF-8"),
                    node.path("separator").asString(",").charAt(0),
                    node.path("skipRows").asInt(0),
                    header,
                    DateOrder.valueOf(node.path("dates").asString("YEAR_FIRST")),
                    node.path("decimalPoint").asString(".").charAt(0),
                    node.path("turned").asBoolean(false),
                    columns);
        } catch (JacksonException | IllegalArgumentException | StringIndexOutOfBoundsException e) {
            throw new RuleViolation(
                    "mapping.unreadable",
                    "",
                    say("mapping.unreadable.found", e.getClass().getSimpleName()),
                    say("mapping.unreadable.expected"),
                    say("mapping.unreadable.remedy"));
        }
    }
}
