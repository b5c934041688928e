package tidemark.core.workpaper;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.returned.ReturnedState;
import tidemark.core.workpaper.WorkPaper.Figure;
import tidemark.core.workpaper.WorkPaper.Item;
import tidemark.core.workpaper.WorkPaper.Section;
import tidemark.core.workpaper.WorkPaper.Tie;

/** What came back to an account, by what has become of it. */
public final class ReturnedPaper {
    private ReturnedPaper() {}

    /**
     * An item that came back.
     *
     * @param reason in words; empty where the bank gave none
     * @param minorUnits above zero
     * @param booked what its entry took from the account, above zero
     */
    public record CameBack(
            LocalDate day,
            String number,
            String payer,
            String reason,
            ReturnedState state,
            long minorUnits,
            long booked) {}

    /** What was undone is listed and not summed. Cost: O(items). */
    public static WorkPaper of(List<CameBack> items, LocalDate at, CurrencyUnit currency) {
        Map<ReturnedState, List<Item>> byState = new EnumMap<>(ReturnedState.class);
        long booked = 0;
        for (CameBack item : items) {
            byState.computeIfAbsent(item.state(), k -> new ArrayList<>())
                    .add(new Item(
                            Optional.of(item.day()),
                            say("workpaper.numberOf", item.number(), item.payer()),
                            item.reason(),
                            item.minorUnits()));
            booked = item.state() == ReturnedState.UNDONE ? booked : Math.addExact(booked, item.booked());
        }
        List<Section> sections = byState.entrySet().stream()
                .map(e -> new Section(title(e.getKey()), e.getValue()))
                .toList();
        List<Figure> figures = new ArrayList<>();
        long stands = 0;
        for (Map.Entry<ReturnedState, List<Item>> one : byState.entrySet()) {
            if (one.getKey() != ReturnedState.UNDONE) {
                long total = new Section("", one.getValue()).total();
                figures.add(new Figure(title(one.getKey()), total, false));
                stands = Math.addExact(stands, total);
            }
        }
        figures.add(new Figure(say("workpaper.cameBackInAll"), stands, true));
        return new WorkPaper(
                at,
                currency,
                figures,
                sections,
                List.of(new Tie(say("workpaper.cameBackInAll"), stands, say("workpaper.takenFromTheAccount"), booked)));
    }

    private static String title(ReturnedState state) {
        String words = state.words();
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
