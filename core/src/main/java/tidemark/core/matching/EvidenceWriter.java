package tidemark.core.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import tidemark.core.money.KeyingSlip;

/** Puts what was found of a candidate into facts for a person, the strongest first. */
final class EvidenceWriter {
    private final Terms terms;

    EvidenceWriter(Terms terms) {
        this.terms = terms;
    }

    List<Evidence> ofPair(int facts, int l, int e, int rivals, int alike) {
        Terms.LineTerms line = terms.lines[l];
        Terms.EntryTerms entry = terms.entries[e];
        List<Evidence> out = new ArrayList<>();
        switch (Facts.check(facts)) {
            case SAME -> out.add(new Evidence.SameCheckNumber());
            case ONE_SLIP ->
                out.add(new Evidence.CheckNumberAlmost(entry.entry.checkNumber(), line.line.checkNumber()));
            case OTHER, SILENT -> {}
        }
        String reference = entry.entry.reference().isEmpty() ? entry.entry.checkNumber() : entry.entry.reference();
        switch (Facts.reference(facts)) {
            case SAME ->
                out.add(
                        line.references.contains(entry.reference)
                                ? new Evidence.SameReference(reference)
                                : new Evidence.ReferenceInText(reference));
            case ZEROS -> out.add(new Evidence.SameReferenceButZeros(reference));
            case INSIDE -> out.add(inside(line, entry, reference));
            case ONE_SLIP -> out.add(new Evidence.ReferenceAlmost(reference));
            case OTHER, SILENT -> {}
        }
        amount(facts, line, entry, rivals, alike, out);
        if (Facts.check(facts) == Facts.Check.OTHER) {
            out.add(new Evidence.OtherCheckNumber());
        }
        name(facts, entry, out);
        if (Facts.month(facts) != Facts.Month.SILENT) {
            out.add(new Evidence.ForMonth(Facts.month(facts) == Facts.Month.SAME));
        }
        if (Facts.reference(facts) == Facts.Reference.OTHER) {
            out.add(new Evidence.OtherReference(reference));
        }
        out.add(new Evidence.DaysBetween((int) ChronoUnit.DAYS.between(entry.entry.date(), line.line.bookingDate())));
        return out;
    }

    /** The number that both have; else the reference, which then stands inside the other or the other in it. */
    private Evidence inside(Terms.LineTerms line, Terms.EntryTerms entry, String reference) {
        String found = "";
        for (String number : entry.numbers) {
            if (line.numbers.contains(number) && (found.isEmpty() || terms.share(number) < terms.share(found))) {
                found = number;
            }
        }
        if (!found.isEmpty()) {
            return new Evidence.NumberInText(found);
        }
        return new Evidence.ReferenceInText(reference.isEmpty() ? say("matching.aCodeOfTheEntry") : reference);
    }

    private static void amount(
            int facts, Terms.LineTerms line, Terms.EntryTerms entry, int rivals, int alike, List<Evidence> out) {
        long apart = line.line.minorUnits() - entry.amount();
        switch (Facts.amount(facts)) {
            case SAME -> {
                out.add(new Evidence.SameAmount());
                if (alike > 1) {
                    out.add(new Evidence.OneOfAlike(alike));
                } else if (rivals > 1) {
                    out.add(new Evidence.OneOfSeveral(rivals));
                }
            }
            case USUAL_FEE -> out.add(new Evidence.UsualFeeKept(-apart));
            case LESS, SWAPPED, POINT, SIDE, ONE_DIGIT, OTHER -> {
                Optional<KeyingSlip> slip = KeyingSlip.between(line.line.minorUnits(), entry.amount());
                out.add(new Evidence.AmountApart(apart, slip));
            }
        }
    }

    private static void name(int facts, Terms.EntryTerms entry, List<Evidence> out) {
        String party = entry.entry.party();
        if (party.isEmpty()) {
            return;
        }
        switch (Facts.name(facts)) {
            case ALL -> out.add(new Evidence.NameInText(party));
            case MOST -> out.add(new Evidence.NamePartly(party, true));
            case SOME -> out.add(new Evidence.NamePartly(party, false));
            case ANOTHER -> out.add(new Evidence.NamesAnother());
            case NONE, SILENT -> {}
        }
        switch (Facts.payer(facts)) {
            case THIS -> out.add(new Evidence.PayerKnown(party));
            case ANOTHER -> out.add(new Evidence.PayerElsewhere());
            case SILENT -> {}
        }
    }

    List<Evidence> ofGroup(GroupSearch.Group group, boolean otherFits) {
        List<Evidence> out = new ArrayList<>();
        Terms.LineTerms first = terms.lines[group.lines()[0]];
        if (group.entries().length == 0) {
            Terms.LineTerms second = terms.lines[group.lines()[1]];
            out.add(new Evidence.CancelsLine(
                    (int) ChronoUnit.DAYS.between(first.line.bookingDate(), second.line.bookingDate())));
            return out;
        }
        Terms.EntryTerms entry = terms.entries[group.entries()[0]];
        int entries = group.entries().length;
        int lines = group.lines().length;
        if (group.reference() && group.oneLine() && group.way() == Way.REFERENCE) {
            out.add(new Evidence.SameReference(entry.entry.reference()));
        }
        if (group.way() == Way.QUOTED) {
            out.add(new Evidence.AllQuoted(entries));
        }
        if (lines == 1 && first.text.codes().contains(Integer.toString(entries))) {
            out.add(new Evidence.ItemsTold(entries));
        }
        if (group.apart() != 0) {
            out.add(new Evidence.AmountApart(group.apart(), Optional.empty()));
            out.add(new Evidence.SumOf(entries, say("matching.entriesLessWhatWasKeptBack"), group.whole()));
        } else if (lines > 1 && entries > 1) {
            out.add(new Evidence.SumsMeet(lines, entries));
        } else {
            out.add(
                    group.oneLine()
                            ? new Evidence.SumOf(entries, entriesOf(group.way()), group.whole())
                            : new Evidence.SumOf(lines, say("matching.linesOfTheBank"), group.whole()));
        }
        long total = Arrays.stream(group.entries())
                .mapToLong(e -> terms.entries[e].amount())
                .sum();
        int other = (int) Arrays.stream(group.entries())
                .filter(e -> (terms.entries[e].amount() < 0) != (total < 0))
                .count();
        if (other > 0) {
            out.add(new Evidence.GoOtherWay(other));
        }
        if (otherFits) {
            out.add(new Evidence.OtherSetFits());
        }
        Terms.LineTerms last = terms.lines[group.lines()[group.lines().length - 1]];
        out.add(new Evidence.DaysBetween((int) ChronoUnit.DAYS.between(entry.entry.date(), last.line.bookingDate())));
        return out;
    }

    private static String entriesOf(Way way) {
        return switch (way) {
            case RUN -> say("matching.entriesOfOneRun");
            case PARTY_DAY, PARTY -> say("matching.entriesOfOneParty");
            case DAY -> say("matching.entriesOfOneDayAndKind");
            case DAYS -> say("matching.entriesOfDaysInARow");
            default -> say("matching.entriesOfTheLedger");
        };
    }
}
