package tidemark.app.link;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Objects;
import org.junit.jupiter.api.Test;

class BankLinkPauseTest {
    private static final Instant NOW = Instant.parse("2026-07-02T08:00:00Z");

    private static BankLink link() {
        return new BankLink(
                1,
                "tern",
                new AccountInformation.Asked("c1", LocalDate.of(2026, 9, 30), "http://localhost/in"),
                6,
                90,
                "iris",
                NOW);
    }

    private static Duration pause(BankLink link) {
        return Duration.between(NOW, Objects.requireNonNull(link.nextPollAt()));
    }

    @Test
    void eachFailure_doublesThePause_upToABound_andAGoodAnswerEndsIt() {
        BankLink link = link();
        LinkFailure down = new LinkFailure(LinkFailure.Kind.DOWN, "");
        link.failed(down, NOW);
        Duration first = pause(link);
        for (int i = 1; i <= 4; i++) {
            link.failed(down, NOW);
            assertEquals(first.multipliedBy(1L << i), pause(link));
        }
        for (int i = 0; i < 100; i++) {
            link.failed(down, NOW);
        }
        assertEquals(Duration.ofHours(12), pause(link));
        link.good(NOW);
        assertEquals(Duration.ofHours(6), pause(link));
        assertTrue(link.trouble().isEmpty());
        link.failed(down, NOW);
        assertEquals(first, pause(link));
    }

    @Test
    void lapsedConsent_isNotAskedAgain() {
        BankLink link = link();
        link.failed(new LinkFailure(LinkFailure.Kind.LAPSED, ""), NOW);
        assertNull(link.nextPollAt());
        assertEquals(BankLink.State.LAPSED, link.state());
    }
}
