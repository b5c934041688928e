package tidemark.core.workpaper;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.workpaper.WorkPaper.Figure;
import tidemark.core.workpaper.WorkPaper.Item;
import tidemark.core.workpaper.WorkPaper.Section;
import tidemark.core.workpaper.WorkPaper.Tie;

/** What one person booked on a day. */
public final class SittingPaper {
    private SittingPaper() {}

    /** An entry with what its lines come to on each side, both above zero; in the company's currency. */
    public record Booked(long number, LocalDate date, String text, String source, long debits, long credits) {}

    /** Cost: O(entries). */
    public static WorkPaper of(List<Booked> entries, LocalDate day, CurrencyUnit currency) {
        long debits = entries.stream().mapToLong(Booked::debits).reduce(0, Math::addExact);
        long credits = entries.stream().mapToLong(Booked::credits).reduce(0, Math::addExact);
        Section booked = new Section(
                say("workpaper.entries"),
                entries.stream()
                        .map(e -> new Item(
                                Optional.of(e.date()),
                                say("workpaper.entryNumber", String.valueOf(e.number()), e.text()),
                                e.source(),
                                e.debits()))
                        .toList());
        return new WorkPaper(
                day,
                currency,
                List.of(new Figure(say("workpaper.bookedInAll"), debits, true)),
                List.of(booked),
                List.of(new Tie(say("workpaper.debits"), debits, say("workpaper.credits"), credits)));
    }
}
