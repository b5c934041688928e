package tidemark.core.matching;

import java.util.Collection;
import java.util.Optional;
import tidemark.core.matching.Facts.Amount;
import tidemark.core.matching.Facts.Check;
import tidemark.core.matching.Facts.Name;
import tidemark.core.matching.Facts.Reference;
import tidemark.core.money.KeyingSlip;

/**
 * Compares a line with an entry, field by field, and tells how likely each finding is by chance. Cost of a pair:
 * O(length of the texts).
 */
final class Comparison {
    /** Fees and rates keep back no more than this part of the gross amount. */
    private static final double LARGEST_FEE = .06;
    /** A number that more than one entry of fifty has tells nothing of a reference. */
    private static final double MOST_COMMON = .02;
    /** Where one reference stands inside the other without a number of its own. */
    private static final double INSIDE_ANOTHER = .004;
    /** Words that few know each other by carry at most this much: one party in two thousand. */
    private static final double RAREST_NAME = 1 / 2000.0;

    private final Terms terms;
    private final Payers payers;
    private final UsualFees fees = new UsualFees();

    Comparison(Terms terms, Payers payers) {
        this.terms = terms;
        this.payers = payers;
    }

    UsualFees fees() {
        return fees;
    }

    int compare(Terms.LineTerms line, Terms.EntryTerms entry) {
        return Facts.pack(
                amount(line.line.minorUnits(), entry.amount()),
                check(line, entry),
                reference(line, entry),
                name(line, entry),
                payers.of(line.signature, entry.party),
                month(line.month, entry.month),
                line.day - entry.day);
    }

    /** Tells that a line is an entry of a party for certain, so that its text may tell the party of others. */
    void met(Terms.LineTerms line, int party) {
        payers.count(line.signature, party, 1);
    }

    /** The same findings, with what the text of the payer tells by now. */
    int withPayer(int facts, Terms.LineTerms line, Terms.EntryTerms entry) {
        return Facts.with(facts, payers.of(line.signature, entry.party));
    }

    Amount amount(long bank, long ledger) {
        if (bank == ledger) {
            return Amount.SAME;
        }
        if (fees.isUsual(bank, ledger)) {
            return Amount.USUAL_FEE;
        }
        Optional<KeyingSlip> slip = KeyingSlip.between(bank, ledger);
        if (slip.isPresent()) {
            return switch (slip.get()) {
                case KeyingSlip.DigitsSwapped ignored -> Amount.SWAPPED;
                case KeyingSlip.PointMoved ignored -> Amount.POINT;
                case KeyingSlip.SideTurned ignored -> Amount.SIDE;
            };
        }
        if ((bank < 0) == (ledger < 0)) {
            long apart = Math.abs(ledger) - Math.abs(bank);
            // a payer's bank keeps a fee back from money in; ours adds one to money out
            long kept = bank > 0 ? apart : -apart;
            if (kept > 0 && kept <= Math.abs(ledger) * LARGEST_FEE) {
                return Amount.LESS;
            }
            if (oneDigit(Math.abs(bank), Math.abs(ledger))) {
                return Amount.ONE_DIGIT;
            }
        }
        return Amount.OTHER;
    }

    private static boolean oneDigit(long a, long b) {
        long left = a;
        long right = b;
        int other = 0;
        while (left > 0 || right > 0) {
            other += left % 10 == right % 10 ? 0 : 1;
            left /= 10;
            right /= 10;
        }
        return other == 1;
    }

    private static Check check(Terms.LineTerms line, Terms.EntryTerms entry) {
        String banks = line.line.checkNumber();
        String ours = entry.entry.checkNumber();
        if (banks.isEmpty() || ours.isEmpty()) {
            return Check.SILENT;
        }
        if (banks.equals(ours)) {
            return Check.SAME;
        }
        return Phrase.oneSlip(banks, ours) ? Check.ONE_SLIP : Check.OTHER;
    }

    private Reference reference(Terms.LineTerms line, Terms.EntryTerms entry) {
        String ours = entry.reference;
        boolean byCheck =
                !line.line.checkNumber().isEmpty() && !entry.entry.checkNumber().isEmpty();
        Reference best = Reference.SILENT;
        if (!byCheck && ours.length() >= 2) {
            for (String banks : line.references) {
                best = better(best, compare(ours, banks));
            }
            for (String banks : line.text.codes()) {
                best = better(best, compare(ours, banks));
            }
            if (best == Reference.SILENT
                    && line.hasOwnReference
                    && entry.entry.checkNumber().isEmpty()) {
                best = Reference.OTHER;
            }
        }
        return best.ordinal() > Reference.ONE_SLIP.ordinal() && commonest(line, entry) <= MOST_COMMON
                ? Reference.INSIDE
                : best;
    }

    /**
     * The share of entries that have the rarest number which a line and an entry have in common; 1 for none. The number of
     * a check that both name as such is left out.
     */
    private double commonest(Terms.LineTerms line, Terms.EntryTerms entry) {
        boolean byCheck =
                !line.line.checkNumber().isEmpty() && !entry.entry.checkNumber().isEmpty();
        double least = 1;
        for (int i = 0; i < entry.numberIds.length; i++) {
            int id = entry.numberIds[i];
            for (int other : line.numberIds) {
                if (id == other
                        && terms.shareOfNumber[id] < least
                        && !(byCheck && entry.numbers.get(i).equals(Phrase.withoutZeros(entry.entry.checkNumber())))) {
                    least = terms.shareOfNumber[id];
                }
            }
        }
        return least;
    }

    private static Facts.Month month(int banks, int ours) {
        if (banks == 0 || ours == 0) {
            return Facts.Month.SILENT;
        }
        return banks == ours ? Facts.Month.SAME : Facts.Month.OTHER;
    }

    private static Reference better(Reference a, Reference b) {
        return a.ordinal() <= b.ordinal() ? a : b;
    }

    private static Reference compare(String ours, String banks) {
        if (ours.equals(banks)) {
            return Reference.SAME;
        }
        if (ours.length() < 4 || banks.length() < 4 || !Phrase.hasDigit(ours)) {
            return Reference.SILENT;
        }
        String a = Phrase.withoutZeros(ours);
        String b = Phrase.withoutZeros(banks);
        if (a.equals(b)) {
            return Reference.ZEROS;
        }
        if (a.length() >= 5 && b.length() >= 5 && (a.contains(b) || b.contains(a))) {
            return Reference.INSIDE;
        }
        if (a.length() < 5 || !Phrase.oneSlip(a, b)) {
            return Reference.SILENT;
        }
        return Numbers.digits(a).equals(Numbers.digits(b)) ? Reference.INSIDE : Reference.ONE_SLIP;
    }

    private Name name(Terms.LineTerms line, Terms.EntryTerms entry) {
        Terms.Party party = terms.parties.get(entry.party);
        if (party.words.isEmpty() || line.words.isEmpty()) {
            return Name.SILENT;
        }
        double share = terms.named(party, line);
        if (share >= .75) {
            return Name.ALL;
        }
        return share >= .4 ? Name.MOST : share >= .15 ? Name.SOME : Name.NONE;
    }

    /** The logarithm of one over the chance of the findings among entries that do not belong to the line. */
    double unlikely(int facts, Terms.LineTerms line, Terms.EntryTerms entry) {
        return -Math.log(byChance(Facts.amount(facts), line)) + Math.log(terms.span) + unlikelyText(facts, line, entry);
    }

    /**
     * What the texts of several lines tell of one entry: that of the line that tells most, and half of the others', as those
     * of one payer are alike. A line that tells nothing of it speaks not against it, as others may pay a part.
     */
    double spoken(int[] lines, Terms.EntryTerms entry, Weights.Table weights) {
        double sum = 0;
        double most = 0;
        for (int l : lines) {
            Terms.LineTerms line = terms.lines[l];
            int facts = compare(line, entry);
            double told = Math.max(0, weights.text(facts) + unlikelyText(facts, line, entry));
            sum += told;
            most = Math.max(most, told);
        }
        return (sum + most) / 2;
    }

    /** What the text of a line tells of several entries: of the one of which it tells most, and half of the others. */
    double spoken(Terms.LineTerms line, Collection<Integer> entries, Weights.Table weights) {
        double sum = 0;
        double most = 0;
        for (int e : entries) {
            int facts = compare(line, terms.entries[e]);
            double told = Math.max(0, weights.text(facts) + unlikelyText(facts, line, terms.entries[e]));
            sum += told;
            most = Math.max(most, told);
        }
        return (sum + most) / 2;
    }

    /** The same of what the texts tell, without the amount and the days. */
    double unlikelyText(int facts, Terms.LineTerms line, Terms.EntryTerms entry) {
        double all = Math.max(1, terms.entries.length);
        double weight = 0;
        switch (Facts.check(facts)) {
            case SAME ->
                weight -= Math.log(terms.checkCounts.getOrDefault(entry.entry.checkNumber(), 1) / Math.max(all, 200));
            case ONE_SLIP -> weight -= Math.log(.01);
            case OTHER -> weight -= Math.log(.99);
            case SILENT -> {}
        }
        switch (Facts.reference(facts)) {
            case SAME ->
                weight -= Math.log(terms.referenceCounts.getOrDefault(entry.reference, 1) / Math.max(all, 200));
            case ZEROS -> weight -= Math.log(Math.min(.02, commonest(line, entry)));
            case INSIDE -> weight -= Math.log(Math.min(INSIDE_ANOTHER, commonest(line, entry)));
            case ONE_SLIP -> weight -= Math.log(Math.min(.01, commonest(line, entry)));
            case OTHER -> weight -= Math.log(.98);
            case SILENT -> {}
        }
        double share = Math.max(RAREST_NAME, terms.parties.get(entry.party).count / Math.max(all, 20));
        switch (Facts.name(facts)) {
            case ALL -> weight -= Math.log(Math.min(1, 1.2 * share));
            case MOST -> weight -= Math.log(Math.clamp(3 * terms.sharedWords(entry.party, line), 2 * RAREST_NAME, 1));
            case SOME -> weight -= Math.log(Math.clamp(3 * terms.sharedWords(entry.party, line), .02, 1));
            case NONE -> weight -= Math.log(.55);
            case ANOTHER -> weight -= Math.log(.6);
            case SILENT -> {}
        }
        switch (Facts.payer(facts)) {
            // what the name told already is not told twice
            case THIS -> weight -= Math.log(Facts.name(facts) == Name.ALL ? .8 : Math.max(.02, share));
            case ANOTHER -> weight -= Math.log(.9);
            case SILENT -> {}
        }
        if (Facts.month(facts) != Facts.Month.SILENT) {
            double same = terms.monthCounts.getOrDefault(line.month, 0) / (double) Math.max(1, terms.ofAMonth);
            weight -= Math.log(Math.clamp(Facts.month(facts) == Facts.Month.SAME ? same : 1 - same, .05, 1));
        }
        return weight;
    }

    /** How many entries of the whole ledger stand so to a line's amount by chance. */
    private double byChance(Amount level, Terms.LineTerms line) {
        double same = line.expected;
        long bank = line.line.minorUnits();
        return switch (level) {
            case SAME -> Math.max(same, terms.amountCounts.getOrDefault(bank, 1) - 1);
            case USUAL_FEE -> same * Math.max(2, fees.usualCount());
            case LESS -> same * Math.abs(bank) * LARGEST_FEE;
            case SWAPPED -> same * 8;
            case POINT -> same * 4;
            case SIDE -> same;
            case ONE_DIGIT -> same * 60;
            case OTHER -> Math.max(1, terms.entries.length);
        };
    }

    Terms terms() {
        return terms;
    }
}
