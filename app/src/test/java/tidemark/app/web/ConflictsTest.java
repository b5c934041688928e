package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.dao.DataIntegrityViolationException;

class ConflictsTest {
    @Test
    void conflicts_areThoseOfTheList() throws IOException {
        Set<String> listed = Pattern.compile("(?m)^\\| `([a-z.-]+)` \\|")
                .matcher(Files.readString(Path.of("../docs/conflicts.md")))
                .results()
                .map(m -> m.group(1))
                .collect(Collectors.toCollection(TreeSet::new));
        Set<String> told = new TreeSet<>(ProblemAdvice.CONFLICTS);
        told.add("changed.meanwhile");
        assertEquals(told, listed);
    }

    /** A name taken twice is somebody else's doing; a value that the database does not allow is ours. */
    @ParameterizedTest
    @CsvSource({
        "23505, 409, changed.meanwhile",
        "23513, 500, unexpected",
        "23514, 500, unexpected",
        "23502, 500, unexpected"
    })
    void constraint_thatFails_isAConflictOnlyWhereSomethingIsTaken(int h2Code, int status, String code) {
        var told = new ProblemAdvice()
                .constraint(new DataIntegrityViolationException("refused", new SQLException("refused", "x", h2Code)));
        assertEquals(status, told.getStatus());
        assertEquals(
                code, java.util.Objects.requireNonNull(told.getProperties()).get("code"));
    }
}
