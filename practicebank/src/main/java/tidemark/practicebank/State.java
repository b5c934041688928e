package tidemark.practicebank;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.json.JsonMapper;

/** What the bank was told; its books follow from this alone, so this alone is kept. */
final class State {
    static final String EURO_IBAN = "DE98999555005500000003";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** @param opening balance in cents at the end of the day on which the bank's books begin */
    record Account(String id, String number, String name, String currency, long opening, boolean savings) {}

    /**
     * Something a customer has done, of which the bank will learn when it is presented.
     *
     * @param items what a deposit is made of, in cents; empty where it is not known
     */
    record Instruction(
            String id,
            String account,
            LocalDate day,
            String kind,
            long cents,
            String reference,
            String check,
            String name,
            List<Long> items) {
        Instruction {
            // not told by whoever wrote an older file
            items = items == null ? List.of() : List.copyOf(items);
        }
    }

    /** A customer's consent that somebody may look at accounts, and hand in files for them. */
    record Consent(String id, LocalDate validUntil, String status, List<String> accounts, String returnTo) {}

    /**
     * A file of collections or payments that was handed in.
     *
     * @param day on which it came
     * @param content in base 64
     * @param problems for which it was refused; empty for one that was taken
     */
    record HandedIn(
            String id,
            String account,
            LocalDate day,
            String name,
            String messageId,
            String sha256,
            String content,
            List<String> problems) {}

    /** That somebody's account will give nothing, told on a day; it holds for what comes back after it, once. */
    record ComesBack(String name, String code, LocalDate day) {}

    /** All of it. */
    record Kept(
            long seed,
            LocalDate begin,
            LocalDate date,
            String trouble,
            List<Account> accounts,
            List<Instruction> instructions,
            List<Consent> consents,
            List<HandedIn> files,
            List<ComesBack> comesBack) {
        Kept {
            // not known by whoever wrote an older file
            files = files == null ? List.of() : List.copyOf(files);
            comesBack = comesBack == null ? List.of() : List.copyOf(comesBack);
        }
    }

    final long seed;
    final LocalDate begin;
    LocalDate date;
    String trouble = "NONE";
    final List<Account> accounts = new ArrayList<>();
    final List<Instruction> instructions = new ArrayList<>();
    final List<Consent> consents = new ArrayList<>();
    final List<HandedIn> files = new ArrayList<>();
    final List<ComesBack> comesBack = new ArrayList<>();
    private final Path file;

    private State(Path file, long seed, LocalDate begin, LocalDate date) {
        this.file = file;
        this.seed = seed;
        this.begin = begin;
        this.date = date;
    }

    /** The state kept in a file, or a new bank with two accounts. */
    static State open(Path file, long seed, LocalDate begin, LocalDate date) {
        try {
            if (Files.exists(file)) {
                Kept kept = JSON.readValue(Files.readString(file), Kept.class);
                State state = new State(file, kept.seed(), kept.begin(), kept.date());
                state.trouble = kept.trouble();
                state.accounts.addAll(kept.accounts());
                state.instructions.addAll(kept.instructions());
                state.consents.addAll(kept.consents());
                state.files.addAll(kept.files());
                state.comesBack.addAll(kept.comesBack());
                return state;
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        State state = new State(file, seed, begin, date);
        state.accounts.add(new Account("pb-1", "PB10 5500 0001", "Practice checking", "USD", 2_500_000, false));
        state.accounts.add(new Account("pb-2", "PB10 5500 0002", "Practice savings", "USD", 8_000_000, true));
        state.accounts.add(new Account("pb-3", EURO_IBAN, "Practice euro account", "EUR", 4_000_000, false));
        state.keep();
        return state;
    }

    /** Writes beside, then puts in place, so that a kill leaves the old or the new. */
    void keep() {
        try {
            Files.createDirectories(file.toAbsolutePath().getParent());
            Path beside = file.resolveSibling(file.getFileName() + ".new");
            Files.writeString(
                    beside,
                    JSON.writerWithDefaultPrettyPrinter()
                            .writeValueAsString(new Kept(
                                    seed, begin, date, trouble, accounts, instructions, consents, files, comesBack)));
            Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
