package tidemark.app.running;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.lang.reflect.RecordComponent;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.AnnotatedBeanDefinition;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
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
        markRequired(tree);
        String text = json.writeValueAsString(json.treeToValue(tree, Object.class)) + "\n";
        if (Boolean.getBoolean("tidemark.write")) {
            Files.createDirectories(KEPT.getParent());
            Files.writeString(KEPT, text);
        }
        assertEquals(Files.readString(KEPT, StandardCharsets.UTF_8), text);
    }

    /** Every component of an answer is there unless it is declared nullable, and then it is left out. */
    private static void markRequired(JsonNode tree) throws ClassNotFoundException {
        var scanner = new ClassPathScanningCandidateComponentProvider(false) {
            @Override
            protected boolean isCandidateComponent(AnnotatedBeanDefinition definition) {
                return true;
            }
        };
        scanner.addIncludeFilter((reader, factory) -> true);
        Map<String, Class<?>> records = new HashMap<>();
        for (String root : List.of("tidemark.app", "tidemark.core")) {
            for (BeanDefinition found : scanner.findCandidateComponents(root)) {
                Class<?> type = Class.forName(found.getBeanClassName());
                if (type.isRecord()) {
                    records.put(type.getSimpleName(), type);
                }
            }
        }
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
