package tidemark.app.access;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.springframework.security.crypto.password.PasswordEncoder;
import tidemark.core.problem.RuleViolation;

class HashingTest {
    @Test
    void signInThatWaitsInVainForThoseBeforeIt_isRefused_andCheckedNoPassword() {
        PasswordEncoder encoder = mock(PasswordEncoder.class);
        Hashing hashing = new Hashing(encoder, Duration.ZERO);
        RuleViolation[] second = new RuleViolation[1];
        // while the first is checked, the second comes
        when(encoder.matches(any(), any())).thenAnswer(call -> {
            second[0] = assertThrows(RuleViolation.class, () -> hashing.fits("second", "hash"));
            return true;
        });
        assertTrue(hashing.fits("first", "hash"));
        assertEquals("sign-in.busy", second[0].code());
        assertTrue(second[0].getMessage().contains("more sign-ins than can be checked at once"));
        assertEquals(1, hashing.done());
    }
}
