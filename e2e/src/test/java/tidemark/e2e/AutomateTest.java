package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tidemark.app.certificate.VerifyCommand;

/** The commands of the page Automate it, run as they stand. */
class AutomateTest {
    private static final Path PAGE = Path.of("../docs/automate.md");

    private static String commands() throws Exception {
        return Pattern.compile("(?s)```bash\n(.*?)```")
                .matcher(Files.readString(PAGE))
                .results()
                .map((MatchResult m) -> m.group(1))
                .collect(Collectors.joining("\n", "set -euo pipefail\n", "\n"));
    }

    @Test
    void page_goesFromAFileToACertificate(@TempDir Path folder) throws Exception {
        Files.createSymbolicLink(
                folder.resolve("demo"), Path.of("../demo").toAbsolutePath().normalize());
        try (Server server = Server.demo()) {
            ProcessBuilder run = new ProcessBuilder("bash", "-c", commands())
                    .directory(folder.toFile())
                    .redirectErrorStream(true);
            run.environment().put("TIDEMARK", server.url() + "/api/v1");
            run.environment().put("TOKEN", new Api(server, "maren").token("Month end", "BOOK"));
            run.environment().put("CERTIFIER", new Api(server, "torvald").token("Sign-off", "CERTIFY"));
            Process process = run.start();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertTrue(process.waitFor(60, TimeUnit.SECONDS));
            assertEquals(0, process.exitValue(), said);
            assertTrue(said.contains("\"kind\": \"certificate.issued\""), said);
            assertTrue(said.contains("\"code\": \"token.scope\""), said);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int code = VerifyCommand.run(
                new String[] {folder.resolve("certificate.json").toString()},
                new PrintStream(out, true, StandardCharsets.UTF_8));
        assertEquals(0, code, out.toString(StandardCharsets.UTF_8));
        assertTrue(Files.readString(folder.resolve("certificate.pdf"), StandardCharsets.ISO_8859_1)
                .startsWith("%PDF-"));
    }
}
