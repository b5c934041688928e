package tidemark.app.statement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.company.Companies;
import tidemark.app.running.RunningApp;
import tidemark.app.statement.folder.WatchedFolder;

@ExtendWith(RunningApp.class)
class WatchedFolderTest {
    private static List<String> names(Path directory) throws IOException {
        try (Stream<Path> list = Files.list(directory)) {
            return list.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void droppedFiles_areTakenOrRefusedWithAReport_andHalfWrittenOnesWait(RunningApp.App app) throws Exception {
        NewCompany c = new NewCompany(app);
        long bank = c.bankAccount("Folder", "", "4321.00");
        WatchedFolder folder = app.bean(WatchedFolder.class);
        Path own = folder.of(app.bean(Companies.class).get(c.id));
        folder.look();
        String csv = "date,amount,balance,text\n2026-06-02,-12.00,4309.00,Fee\n2026-06-30,1.00,4310.00,Interest\n";
        Files.writeString(own.resolve("june.csv"), csv.substring(0, 40));
        folder.look();
        Files.writeString(own.resolve("june.csv"), csv);
        Files.writeString(own.resolve("broken.xml"), "<Document");
        Files.writeString(own.resolve("coming.csv.part"), csv);
        folder.look();
        assertTrue(Files.exists(own.resolve("june.csv")), "it has only just been written");
        folder.look();
        assertEquals(List.of("june.csv", "june.csv.report.txt"), names(own.resolve("done")));
        assertEquals(List.of("broken.xml", "broken.xml.report.txt"), names(own.resolve("refused")));
        assertEquals(List.of("coming.csv.part", "done", "refused"), names(own));
        assertTrue(Files.readString(own.resolve("done/june.csv.report.txt")).startsWith("Taken: 2 lines"));
        String refused = Files.readString(own.resolve("refused/broken.xml.report.txt"));
        assertTrue(refused.contains("Line 1") && refused.contains("Fetch the file"), refused);
        assertEquals(
                "FOLDER",
                c.get("/bank-accounts/" + bank + "/statements")
                        .get(0)
                        .path("source")
                        .asString());
        Files.writeString(own.resolve("june.csv"), csv);
        folder.look();
        folder.look();
        assertTrue(names(own.resolve("refused")).contains("june.csv"), "the same file twice");

        String longest = "n".repeat(244) + ".csv";
        Files.writeString(own.resolve(longest), "no statement");
        Files.writeString(own.resolve("=cmd|x!A1 gnp.csv"), "no statement");
        Path secret = Files.writeString(Files.createTempFile("secret", ".csv"), csv);
        Files.createSymbolicLink(own.resolve("link.csv"), secret);
        folder.look();
        folder.look();
        folder.look();
        assertTrue(names(own.resolve("done")).contains(longest), "names of any length");
        assertTrue(Files.exists(own.resolve("link.csv"), LinkOption.NOFOLLOW_LINKS), "links are left alone");
        assertEquals(csv, Files.readString(secret));
    }
}
