package tidemark.core.workpaper;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tidemark.core.proof.Proof;
import tidemark.core.proof.ProofItem;
import tidemark.core.proof.Reconciliation;
import tidemark.core.workpaper.WorkPaper.Figure;
import tidemark.core.workpaper.WorkPaper.Item;
import tidemark.core.workpaper.WorkPaper.Section;
import tidemark.core.workpaper.WorkPaper.Tie;

/** The papers that follow from the proof of an account on a day of a month. */
public final class ProofPapers {
    /** Last days of the ages that are summed apart; what is older is the last. */
    private static final int[] AGES = {30, 60, 90, 180};

    private ProofPapers() {}

    /**
     * The two-sided proof on a day, with all that stands in it.
     *
     * @param ledgerByJournal the balance of the account's cash account that day as the journal adds up to
     * @throws IllegalArgumentException for a day that is not of the month, nor the one before it. Cost: O((lines + entries)
     *     log)
     */
    public static WorkPaper proof(Reconciliation r, LocalDate day, long ledgerByJournal) {
        Proof p = Proof.on(r, day);
        List<Section> sections = List.of(
                section(say("workpaper.onTheWay"), p.onTheWay()),
                section(say("workpaper.notPresented"), p.notPresented()),
                section(say("workpaper.bankErrors"), p.bankErrors()),
                section(say("workpaper.notBookedIn"), p.notBookedIn()),
                section(say("workpaper.notBookedOut"), p.notBookedOut()),
                section(say("workpaper.ledgerErrors"), p.ledgerErrors()));
        List<Figure> figures = new ArrayList<>();
        figures.add(new Figure(say("workpaper.bankBalance"), p.bankBalance(), false));
        sections.subList(0, 3).forEach(s -> figures.add(new Figure(s.title(), s.total(), false)));
        figures.add(new Figure(say("workpaper.adjustedBank"), p.adjustedBank(), true));
        figures.add(new Figure(say("workpaper.ledgerBalance"), p.ledgerBalance(), false));
        sections.subList(3, 6).forEach(s -> figures.add(new Figure(s.title(), s.total(), false)));
        figures.add(new Figure(say("workpaper.adjustedLedger"), p.adjustedLedger(), true));
        return new WorkPaper(
                day,
                r.currency(),
                figures,
                sections,
                List.of(
                        new Tie(
                                say("workpaper.adjustedBank"),
                                p.adjustedBank(),
                                say("workpaper.adjustedLedger"),
                                p.adjustedLedger()),
                        new Tie(
                                say("workpaper.ledgerBalance"),
                                p.ledgerBalance(),
                                say("workpaper.byTheJournal"),
                                ledgerByJournal)));
    }

    /** What is outstanding on a day by age, held against the ledger's side of the proof; else as {@link #proof}. */
    public static WorkPaper outstanding(Reconciliation r, LocalDate day) {
        Proof p = Proof.on(r, day);
        List<Section> sections = List.of(
                section(say("workpaper.onTheWay"), p.onTheWay()),
                section(say("workpaper.notPresented"), p.notPresented()));
        long[] sums = new long[AGES.length + 1];
        for (Section section : sections) {
            for (Item item : section.items()) {
                int age = age(item.daysAt(day).orElse(0L));
                sums[age] = Math.addExact(sums[age], item.minorUnits());
            }
        }
        List<Figure> figures = new ArrayList<>();
        long all = 0;
        for (int i = 0; i < sums.length; i++) {
            figures.add(new Figure(words(i), sums[i], false));
            all = Math.addExact(all, sums[i]);
        }
        figures.add(new Figure(say("workpaper.outstanding"), all, true));
        return new WorkPaper(
                day,
                r.currency(),
                figures,
                sections,
                List.of(new Tie(
                        say("workpaper.outstandingByAge"),
                        all,
                        say("workpaper.ledgerLessBank"),
                        Math.subtractExact(
                                p.adjustedLedger(), Math.addExact(p.bankBalance(), Proof.total(p.bankErrors()))))));
    }

    private static int age(long days) {
        for (int i = 0; i < AGES.length; i++) {
            if (days <= AGES[i]) {
                return i;
            }
        }
        return AGES.length;
    }

    private static String words(int age) {
        return age == AGES.length
                ? say("workpaper.olderThan", AGES[age - 1])
                : say("workpaper.daysFromTo", age == 0 ? 0 : AGES[age - 1] + 1, AGES[age]);
    }

    private static Section section(String title, List<ProofItem> items) {
        return new Section(
                title,
                items.stream()
                        .map(i -> new Item(Optional.of(i.date()), i.title(), i.note(), i.minorUnits()))
                        .toList());
    }
}
