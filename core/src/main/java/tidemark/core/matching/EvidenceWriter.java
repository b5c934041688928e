package tidemark.core.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tidemark.core.money.KeyingSlip;

/** Puts what was found of a candidate into facts for a person, the strongest first. */
final class EvidenceWriter {
    private final Terms terms;

    EvidenceWriter(Terms terms) {
        this.terms = terms;
    }

    List<Evidence> ofPair(int facts, int l, int e, int rivals) {
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
            case INSIDE ->
                out.add(new Evidence.ReferenceInText(
                        reference.isEmpty() ? say("matching.aCodeOfTheEntry") : reference));
            case ONE_SLIP -> out.add(new Evidence.ReferenceAlmost(reference));
            case OTHER, SILENT -> {}
        }
        amount(facts, line, entry, rivals, out);
        if (Facts.check(facts) == Facts.Check.OTHER) {
            out.add(new Evidence.OtherCheckNumber());
        }
        name(facts, entry, out);
        if (Facts.reference(facts) == Facts.Reference.OTHER) {
            out.add(new Evidence.OtherReference(reference));
        }
        out.add(new Evidence.DaysBetween((int) ChronoUnit.DAYS.between(entry.entry.date(), line.line.bookingDate())));
        return out;
    }

    private static void amount(
            int facts, Terms.LineTerms line, Terms.EntryTerms entry, int rivals, List<Evidence> out) {
        long apart = line.line.minorUnits() - entry.amount();
        switch (Facts.amount(facts)) {
            case SAME -> {
                out.add(new Evidence.SameAmount());
                if (rivals > 1) {
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
        if (group.reference() && group.oneLine()) {
            out.add(new Evidence.SameReference(entry.entry.reference()));
        }
        if (group.apart() != 0) {
            out.add(new Evidence.AmountApart(group.apart(), Optional.empty()));
            out.add(new Evidence.SumOf(
                    group.entries().length, say("matching.entriesLessWhatWasKeptBack"), group.whole()));
        } else if (group.lines().length > 1 && group.entries().length > 1) {
            out.add(new Evidence.SumsMeet(group.lines().length, group.entries().length));
        } else {
            out.add(
                    group.oneLine()
                            ? new Evidence.SumOf(
                                    group.entries().length, say("matching.entriesOfTheLedger"), group.whole())
                            : new Evidence.SumOf(group.lines().length, say("matching.linesOfTheBank"), group.whole()));
        }
        if (otherFits) {
            out.add(new Evidence.OtherSetFits());
        }
        Terms.LineTerms last = terms.lines[group.lines()[group.lines().length - 1]];
        out.add(new Evidence.DaysBetween((int) ChronoUnit.DAYS.between(entry.entry.date(), last.line.bookingDate())));
        return out;
    }
}
