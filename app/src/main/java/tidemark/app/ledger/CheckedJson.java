package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.ConstraintViolation;
import jakarta.validation.Validator;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectReader;
import tools.jackson.databind.json.JsonMapper;

/** Reads what was kept or sent as JSON into the type that a capability brought for it, and checks its constraints. */
@Component
public class CheckedJson {
    private final JsonMapper json;
    private final Validator validator;

    CheckedJson(JsonMapper json, Validator validator) {
        this.json = json;
        this.validator = validator;
    }

    /**
     * How a refusal speaks.
     *
     * @param code of what cannot be read at all
     * @param where it stands, before the field's own name; empty for the whole
     * @param strict whether a field that the type does not know is refused, too
     */
    public record Words(String code, String where, String remedy, boolean strict) {
        private String at(String field) {
            return where.isEmpty() || field.isEmpty() ? where + field : where + "." + field;
        }
    }

    /** @throws RuleViolation with the given code, or {@code field.invalid} for each field whose value is unfit */
    public <T> T read(@Nullable JsonNode node, Class<T> type, Words words) {
        T out;
        try {
            ObjectReader reader = json.readerFor(type);
            out = (words.strict()
                            ? reader.with(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                            : reader.without(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES))
                    .readValue(node == null || node.isNull() ? json.createObjectNode() : node);
        } catch (JacksonException e) {
            String field = e instanceof DatabindException d && !d.getPath().isEmpty()
                    ? String.valueOf(d.getPath().getLast().getPropertyName())
                    : "";
            throw new RuleViolation(
                    words.code(),
                    words.at(field),
                    field.isEmpty()
                            ? say("ledger.whatCannotBeRead")
                            : say(
                                    "ledger.which",
                                    field,
                                    words.strict()
                                            ? say("ledger.doesNotBelongThereOrCannotBe")
                                            : say("ledger.cannotBeRead")),
                    say("ledger.whatTheFormAsksFor"),
                    words.remedy());
        }
        Set<ConstraintViolation<T>> violations = validator.validate(out);
        if (!violations.isEmpty()) {
            List<Problem> problems = new ArrayList<>();
            violations.forEach(v -> problems.add(new Problem(
                    "field.invalid",
                    words.at(v.getPropertyPath().toString()),
                    say("field.invalid.found5"),
                    say("field.invalid.expected4", v.getMessage()),
                    words.remedy())));
            throw new RuleViolation(problems);
        }
        return out;
    }

    public JsonNode write(Object value) {
        return json.valueToTree(value);
    }
}
