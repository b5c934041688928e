package tidemark.app.together;

import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.check.BooksCheck;
import tidemark.app.running.RunningApp;

/** What does not hold in the books of the running application. */
public final class Breaches {
    private Breaches() {}

    public static List<String> of(RunningApp.App app) {
        List<String> out = new ArrayList<>();
        BooksCheck.of(app.bean(JdbcTemplate.class)).stream()
                .filter(f -> !f.holds())
                .forEach(f -> out.add(f.rule() + ": " + f.breaches()));
        return out;
    }
}
