package tidemark.core.words;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.Map;
import org.junit.jupiter.api.Test;

class CatalogueTest {
    @Test
    void putsValuesInTheirPlacesInAnyOrderAndAsOftenAsTheTextHasThem() {
        var texts = Map.of("swapped", Catalogue.pieces("{1} of {0}, {1}"), "none", Catalogue.pieces("-} {x}"));

        assertEquals("three of 12, three", Catalogue.say(texts, "swapped", 12, "three"));
        assertEquals("-} {x}", Catalogue.say(texts, "none"));
        assertThrows(IllegalArgumentException.class, () -> Catalogue.say(texts, "swapped", 12));
        assertThrows(IllegalArgumentException.class, () -> Catalogue.say(texts, "unknown"));
    }

    @Test
    void saysInAnotherLanguageWhatItsFileHasAndTheRestInEnglish() {
        var other = Catalogue.texts("xx");

        assertEquals("1 May ist zu frueh", Catalogue.say(other, "mark.held.expected", "1 May"));
        assertEquals(Catalogue.say("mark.held.remedy"), Catalogue.say(other, "mark.held.remedy"));
        assertEquals(Catalogue.keys(), other.keySet());
    }
}
