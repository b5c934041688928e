package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.attachment.Papers;
import tidemark.core.table.CsvWriting;
import tools.jackson.databind.json.JsonMapper;

/** An entry to take along: what is booked, and its papers just as they were handed in, each with its digest. */
@Component
class EntryExport {
    private final LedgerViews views;
    private final Papers papers;
    private final JsonMapper json;

    EntryExport(LedgerViews views, Papers papers, JsonMapper json) {
        this.views = views;
        this.papers = papers;
        this.json = json;
    }

    /** A ZIP file. What is not kept any longer is named with its digest and left out. */
    @Transactional(readOnly = true)
    public byte[] of(long companyId, long entryId) {
        LedgerViews.EntryDetail detail = views.entry(companyId, entryId);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            put(zip, "entry.json", json.writerWithDefaultPrettyPrinter().writeValueAsBytes(detail));
            put(zip, "entry.csv", csv(detail).getBytes(StandardCharsets.UTF_8));
            List<List<String>> list = new ArrayList<>();
            for (Papers.Listed paper : detail.attachments()) {
                String name = "papers/%02d-%s".formatted(list.size() + 1, paper.name());
                if (paper.goneOn() == null) {
                    put(zip, name, papers.content(companyId, paper.id()).bytes());
                }
                list.add(List.of(
                        paper.goneOn() == null ? name : "",
                        paper.name(),
                        paper.sha256(),
                        paper.goneOn() == null ? "" : paper.goneOn().toString()));
            }
            put(
                    zip,
                    "papers.csv",
                    CsvWriting.of(List.of("file", "name", "sha256", "taken_out_on"), list)
                            .getBytes(StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(say("ledger.exportFailed"), e);
        }
        return out.toByteArray();
    }

    private static void put(ZipOutputStream zip, String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }

    private static String csv(LedgerViews.EntryDetail detail) {
        LedgerViews.EntryView e = detail.entry();
        return CsvWriting.of(
                List.of(
                        "number",
                        "date",
                        "reference",
                        "account",
                        "name",
                        "debit",
                        "credit",
                        "party",
                        "text",
                        "cost_centre",
                        "tax"),
                e.lines().stream()
                        .map(l -> List.of(
                                Long.toString(e.number()),
                                e.date().toString(),
                                e.reference(),
                                l.accountCode(),
                                l.accountName(),
                                Objects.requireNonNullElse(l.debit(), ""),
                                Objects.requireNonNullElse(l.credit(), ""),
                                l.party(),
                                l.text(),
                                l.costCentre(),
                                l.taxCode()))
                        .toList());
    }
}
