package tidemark.core.workpaper;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.workpaper.WorkPaper.Figure;
import tidemark.core.workpaper.WorkPaper.Item;
import tidemark.core.workpaper.WorkPaper.Section;
import tidemark.core.workpaper.WorkPaper.Tie;

/** What was decided about an account from one certificate to the next: each match, by how it came about. */
public final class DecisionsPaper {
    private DecisionsPaper() {}

    /**
     * One match.
     *
     * @param how it came about, in words; matches of the same words stand together
     * @param atTheBank what its bank lines come to
     * @param inTheLedger what its entries come to
     */
    public record Decided(LocalDate day, String how, String title, String who, long atTheBank, long inTheLedger) {}

    /** Cost: O(decisions). */
    public static WorkPaper of(List<Decided> decisions, LocalDate at, CurrencyUnit currency) {
        Map<String, List<Item>> byHow = new LinkedHashMap<>();
        long bank = 0;
        long ledger = 0;
        for (Decided d : decisions) {
            byHow.computeIfAbsent(d.how(), k -> new ArrayList<>())
                    .add(new Item(Optional.of(d.day()), d.title(), d.who(), d.atTheBank()));
            bank = Math.addExact(bank, d.atTheBank());
            ledger = Math.addExact(ledger, d.inTheLedger());
        }
        List<Section> sections = byHow.entrySet().stream()
                .map(e -> new Section(e.getKey(), e.getValue()))
                .toList();
        List<Figure> figures = new ArrayList<>();
        sections.forEach(s -> figures.add(new Figure(s.title(), s.total(), false)));
        figures.add(new Figure(say("workpaper.decidedInAll"), bank, true));
        return new WorkPaper(
                at,
                currency,
                figures,
                sections,
                List.of(new Tie(say("workpaper.decidedAtTheBank"), bank, say("workpaper.decidedInTheLedger"), ledger)));
    }
}
