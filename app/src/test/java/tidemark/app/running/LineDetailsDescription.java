package tidemark.app.running;

import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverters;
import io.swagger.v3.core.converter.ResolvedSchema;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.media.ComposedSchema;
import io.swagger.v3.oas.models.media.Schema;
import java.util.Comparator;
import java.util.List;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.linebooking.LineBooking;

/** Describes what bank lines are booked as by the types that the capabilities brought, in place of any JSON. */
@Configuration(proxyBeanMethods = false)
class LineDetailsDescription {
    private static final String NAME = "LineDetails";
    private static final List<String> HOLD_THEM = List.of("Booking", "RuleContent");

    /** The types of the program itself, by name, each once. */
    static List<Class<?>> types(List<LineBooking<?>> kinds) {
        return kinds.stream()
                .filter(k -> !k.getClass().getName().startsWith("tidemark.app.example."))
                .<Class<?>>map(LineBooking::type)
                .distinct()
                .sorted(Comparator.comparing(Class::getSimpleName))
                .toList();
    }

    @Bean
    OpenApiCustomizer lineDetails(List<LineBooking<?>> kinds) {
        return api -> describe(api, types(kinds));
    }

    @SuppressWarnings({"rawtypes", "unchecked"})
    private static void describe(OpenAPI api, List<Class<?>> types) {
        ComposedSchema any = new ComposedSchema();
        for (Class<?> type : types) {
            ResolvedSchema resolved =
                    ModelConverters.getInstance().resolveAsResolvedSchema(new AnnotatedType(type).resolveAsRef(true));
            resolved.referencedSchemas.forEach(
                    (name, schema) -> api.getComponents().addSchemas(name, schema));
            any.addOneOfItem(new Schema().$ref("#/components/schemas/" + type.getSimpleName()));
        }
        api.getComponents().addSchemas(NAME, any);
        for (String holder : HOLD_THEM) {
            api.getComponents()
                    .getSchemas()
                    .get(holder)
                    .getProperties()
                    .put("details", new Schema().$ref("#/components/schemas/" + NAME));
        }
    }
}
