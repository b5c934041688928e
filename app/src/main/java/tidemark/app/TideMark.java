package tidemark.app;

import java.util.List;
import java.util.Objects;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import tidemark.app.bankfile.BankFileCommand;
import tidemark.app.certificate.VerifyCommand;
import tidemark.app.check.BooksCheck;
import tidemark.app.database.BooksCommand;
import tidemark.app.matching.MatchCommand;
import tidemark.app.statement.incoming.ReadCommand;

/** Starts the server, or runs a command that needs none. */
@SpringBootApplication
public class TideMark {
    public static void main(String[] args) {
        if (args.length > 0 && args[0].equals("read")) {
            System.exit(ReadCommand.run(java.util.Arrays.copyOfRange(args, 1, args.length), System.out));
        }
        if (args.length > 0 && args[0].equals("match")) {
            System.exit(MatchCommand.run(java.util.Arrays.copyOfRange(args, 1, args.length), System.out));
        }
        if (args.length > 0 && args[0].equals("verify")) {
            System.exit(VerifyCommand.run(java.util.Arrays.copyOfRange(args, 1, args.length), System.out));
        }
        if (args.length > 0 && args[0].equals("bank-file")) {
            System.exit(BankFileCommand.run(java.util.Arrays.copyOfRange(args, 1, args.length), System.out));
        }
        if (args.length > 1 && List.of("backup", "restore", "check").contains(args[0])) {
            System.exit(BooksCommand.run(
                    args,
                    Objects.requireNonNullElse(System.getenv("TIDEMARK_PASSPHRASE"), ""),
                    books -> BooksCheck.of(books).stream()
                            .map(f -> new BooksCommand.Finding(f.rule(), f.breaches()))
                            .toList(),
                    System.out));
        }
        SpringApplication.run(TideMark.class, args);
    }
}
