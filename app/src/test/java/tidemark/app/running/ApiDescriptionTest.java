package tidemark.app.running;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.lang.reflect.Parameter;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tidemark.app.linebooking.LineBooking;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

@ExtendWith(RunningApp.class)
class ApiDescriptionTest {
    private static final Path KEPT = Path.of("../docs/api/openapi.json");

    /** The interface's types are made from the kept description; run with {@code -Dtidemark.write=true} to renew it. */
    @Test
    void keptDescription_isWhatTheApplicationServes(RunningApp.App app) throws Exception {
        JsonMapper json = JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT, SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                .build();
        byte[] served = new Client(app).get("/api-docs").raw().body();
        JsonNode tree = json.readTree(served);
        ((ObjectNode) tree).remove("servers");
        markRequired(tree, new Spoken(app).types);
        String text = json.writeValueAsString(json.treeToValue(tree, Object.class)) + "\n";
        if (Boolean.getBoolean("tidemark.write")) {
            Files.createDirectories(KEPT.getParent());
            Files.writeString(KEPT, text);
        }
        assertEquals(Files.readString(KEPT, StandardCharsets.UTF_8), text);
    }

    /** Two types of one simple name would be described as one, and the interface would be given the wrong one. */
    @Test
    void namesOfWhatIsSpoken_areOfOneTypeEach(RunningApp.App app) {
        Spoken spoken = new Spoken(app);
        assertTrue(spoken.types.size() > 100, "what the endpoints take and give was found");
        assertEquals(List.of(), spoken.clashes);
    }

    /** The records that endpoints take and give, and all that these are made of. */
    private static final class Spoken {
        private final Map<String, Class<?>> types = new HashMap<>();
        private final List<String> clashes = new ArrayList<>();

        Spoken(RunningApp.App app) {
            app
                    .context()
                    .getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                    .getHandlerMethods()
                    .values()
                    .stream()
                    .filter(m -> m.getBeanType().getName().startsWith("tidemark."))
                    .forEach(m -> {
                        visit(m.getMethod().getGenericReturnType());
                        for (Parameter p : m.getMethod().getParameters()) {
                            if (p.isAnnotationPresent(RequestBody.class)) {
                                visit(p.getParameterizedType());
                            }
                        }
                    });
            visitDetails(app);
        }

        /** What an endpoint takes as JSON of several types. */
        private void visitDetails(RunningApp.App app) {
            List<LineBooking<?>> kinds = new ArrayList<>();
            app.context().getBeanProvider(LineBooking.class).forEach(kinds::add);
            LineDetailsDescription.types(kinds).forEach(this::visit);
        }

        private void visit(Type type) {
            if (type instanceof ParameterizedType made) {
                visit(made.getRawType());
                for (Type argument : made.getActualTypeArguments()) {
                    visit(argument);
                }
            }
            // enums are described where they stand
            if (!(type instanceof Class<?> plain)
                    || !plain.isRecord()
                    || !plain.getName().startsWith("tidemark.")) {
                return;
            }
            Class<?> known = types.putIfAbsent(plain.getSimpleName(), plain);
            if (known != null && known != plain) {
                clashes.add(known.getName() + " and " + plain.getName());
            }
            if (known == null) {
                for (RecordComponent component : plain.getRecordComponents()) {
                    visit(component.getGenericType());
                }
            }
        }
    }

    /** Every component of an answer is there unless it is declared nullable, and then it is left out. */
    private static void markRequired(JsonNode tree, Map<String, Class<?>> records) {
        tree.path("components").path("schemas").properties().forEach(schema -> {
            Class<?> type = records.get(schema.getKey());
            if (type != null) {
                ArrayNode required = ((ObjectNode) schema.getValue()).putArray("required");
                for (RecordComponent component : type.getRecordComponents()) {
                    boolean boxed = component.getType() == Long.class;
                    if (!component.getAnnotatedType().isAnnotationPresent(Nullable.class) && !boxed) {
                        required.add(component.getName());
                    }
                }
            }
        });
    }
}
