package tidemark.app.database;

import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What a rule books as is kept apart by kind: version 17 of the books. */
final class RuleDetails implements JavaMigration {
    private static final Map<String, List<String>> OF_KIND = Map.of(
            "FEE", List.of("costCentre", "taxCode"),
            "ACCOUNT", List.of("account", "costCentre", "taxCode"),
            "SPLIT", List.of("parts"));
    private static final Map<String, String> OTHER =
            Map.of("TRANSFER", "otherBankAccountId", "CUSTOMER", "partyId", "SUPPLIER", "partyId");

    private final JsonMapper json = new JsonMapper();

    @Override
    public MigrationVersion getVersion() {
        return MigrationVersion.fromVersion("17");
    }

    @Override
    public String getDescription() {
        return "details of rules by kind";
    }

    @Override
    public @Nullable Integer getChecksum() {
        return null;
    }

    @Override
    public boolean canExecuteInTransaction() {
        return true;
    }

    @Override
    public void migrate(Context context) throws Exception {
        try (Statement all = context.getConnection().createStatement();
                ResultSet rules = all.executeQuery("select id, content from matching_rule");
                PreparedStatement write =
                        context.getConnection().prepareStatement("update matching_rule set content = ? where id = ?")) {
            while (rules.next()) {
                write.setString(1, apart(rules.getString("content")));
                write.setLong(2, rules.getLong("id"));
                write.executeUpdate();
            }
        }
    }

    /** The content of a rule with the fields of its kind in {@code details}. */
    String apart(String content) {
        ObjectNode rule = (ObjectNode) json.readTree(content);
        String kind = rule.path("kind").asString("");
        ObjectNode details = json.createObjectNode();
        for (String field : OF_KIND.getOrDefault(kind, List.of())) {
            JsonNode value = rule.path(field);
            if (!value.isMissingNode() && !value.isNull()) {
                details.set(field, value);
            }
        }
        String other = OTHER.get(kind);
        if (other != null) {
            details.put(other, rule.path("otherId").asLong());
        }
        rule.remove(List.of("account", "otherId", "costCentre", "taxCode", "parts"));
        if (rule.path("does").asString("").equals("BOOK")) {
            rule.set("details", details);
        }
        return json.writeValueAsString(rule);
    }
}
