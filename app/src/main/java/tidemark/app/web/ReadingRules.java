package tidemark.app.web;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import org.springframework.boot.jackson.autoconfigure.JsonFactoryBuilderCustomizer;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.JsonParser;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.std.StdScalarDeserializer;
import tools.jackson.databind.module.SimpleModule;

/** What a body may hold: how deep, how long, which signs, which days. */
@Configuration(proxyBeanMethods = false)
class ReadingRules {
    private static final int DEEPEST = 40;
    private static final int LONGEST_TEXT = 500_000;
    private static final int FIRST_YEAR = 1900;
    private static final int LAST_YEAR = 2999;

    @Bean
    JsonFactoryBuilderCustomizer bounds() {
        return factory -> factory.streamReadConstraints(StreamReadConstraints.builder()
                .maxNestingDepth(DEEPEST)
                .maxStringLength(LONGEST_TEXT)
                .maxNumberLength(40)
                .maxNameLength(200)
                .maxDocumentLength(2L * RequestFilter.LARGEST_BODY)
                .build());
    }

    @Bean
    JsonMapperBuilderCustomizer values() {
        return mapper -> mapper.addModule(new SimpleModule("values")
                .addDeserializer(String.class, new PlainText())
                .addDeserializer(LocalDate.class, new Day()));
    }

    /** A text that can be kept and shown: no NUL, no half of a pair of surrogates. */
    static boolean isPlain(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == 0) {
                return false;
            }
            if (Character.isHighSurrogate(c)) {
                if (i + 1 == text.length() || !Character.isLowSurrogate(text.charAt(i + 1))) {
                    return false;
                }
                i++;
            } else if (Character.isLowSurrogate(c)) {
                return false;
            }
        }
        return true;
    }

    /** A day or a month that a book may speak of. */
    static boolean isSensible(int year) {
        return year >= FIRST_YEAR && year <= LAST_YEAR;
    }

    static LocalDate day(String text) {
        LocalDate day = LocalDate.parse(text);
        if (!isSensible(day.getYear())) {
            throw new DateTimeParseException("a day from 1900 to 2999", text, 0);
        }
        return day;
    }

    static YearMonth month(String text) {
        YearMonth month = YearMonth.parse(text);
        if (!isSensible(month.getYear())) {
            throw new DateTimeParseException("a month from 1900 to 2999", text, 0);
        }
        return month;
    }

    private static final class PlainText extends StdScalarDeserializer<String> {
        PlainText() {
            super(String.class);
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) {
            String text = parser.getValueAsString();
            if (text == null) {
                return (String) context.handleUnexpectedToken(context.constructType(String.class), parser);
            }
            if (!isPlain(text)) {
                return (String)
                        context.handleWeirdStringValue(String.class, "…", say("web.aTextWithSignsThatCannotBe"));
            }
            return text;
        }
    }

    private static final class Day extends StdScalarDeserializer<LocalDate> {
        Day() {
            super(LocalDate.class);
        }

        @Override
        public LocalDate deserialize(JsonParser parser, DeserializationContext context) {
            String text = parser.getValueAsString();
            try {
                return day(text == null ? "" : text);
            } catch (DateTimeParseException e) {
                return (LocalDate) context.handleWeirdStringValue(
                        LocalDate.class, text == null ? "" : text, say("web.notADateSuchAs202606"));
            }
        }
    }
}
