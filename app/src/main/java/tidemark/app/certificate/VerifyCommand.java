package tidemark.app.certificate;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import tidemark.core.certificate.CertificateVerifier;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.json.JsonMapper;

/** {@code verify FILE}: recomputes seal, chain and arithmetic of a certificate from its JSON alone. */
public final class VerifyCommand {
    private static final long LARGEST = 50_000_000;

    private VerifyCommand() {}

    /** @return 0 when all holds, 1 when something does not, 2 when the file cannot be read as a certificate */
    public static int run(String[] args, PrintStream out) {
        if (args.length != 1) {
            out.println(say("certificate.usageTidemarkVerifyFile"));
            return 2;
        }
        Map<?, ?> file;
        try {
            Path path = Path.of(args[0]);
            if (Files.size(path) > LARGEST) {
                out.println(say("certificate.isLargerThanAnyCertificateBytes", path, LARGEST));
                return 2;
            }
            JsonMapper json = JsonMapper.builder()
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .build();
            file = json.readValue(Files.readString(path), Map.class);
        } catch (JacksonException e) {
            out.println(say("certificate.isNotJson", args[0], e.getOriginalMessage()));
            return 2;
        } catch (IOException e) {
            out.println(say("certificate.cannotBeRead", args[0], e.getMessage()));
            return 2;
        }
        List<CertificateVerifier.Check> checks = CertificateVerifier.verify(file);
        List<CertificateVerifier.Check> broken =
                checks.stream().filter(c -> !c.holds()).toList();
        if (broken.isEmpty()) {
            Map<?, ?> content = (Map<?, ?>) Objects.requireNonNull(file.get("certificate"));
            out.println(say(
                    "certificate.holdsChecksOfSealChainAndArithmetic",
                    content.get("account"),
                    content.get("month"),
                    checks.size()));
            return 0;
        }
        broken.forEach(c -> out.println(say("certificate.doesNotHold", c.name(), c.words())));
        return 1;
    }
}
