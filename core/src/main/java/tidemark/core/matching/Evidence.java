package tidemark.core.matching;

import org.joda.money.CurrencyUnit;
import tidemark.core.money.KeyingSlip;
import tidemark.core.money.MinorUnits;

/** One fact for or against a match, with the words in which a person is told of it. */
public sealed interface Evidence {
    /** Whether the fact speaks for the match; otherwise it speaks against. */
    default boolean speaksFor() {
        return true;
    }

    /** The fact in a few words, lower case. */
    String words(CurrencyUnit currency);

    record SameCheckNumber() implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "same check number";
        }
    }

    record OtherCheckNumber() implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "other check number";
        }
    }

    record SameReference(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "same reference " + reference;
        }
    }

    record ReferenceInText(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return reference + " stands in the bank's text";
        }
    }

    record SameAmount() implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "same amount";
        }
    }

    /** Only one line and one entry of this amount stand near each other. */
    record OnlyOne(int days) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "only one of this amount within " + days + " days";
        }
    }

    record OneOfSeveral(int count) implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "one of " + count + " with this amount";
        }
    }

    /** @param minorUnits bank less ledger; {@code slip} where one explains it */
    record AmountApart(long minorUnits, java.util.Optional<KeyingSlip> slip) implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            String apart = MinorUnits.grouped(minorUnits, currency) + " apart";
            return apart
                    + slip.map(s -> switch (s) {
                                case KeyingSlip.DigitsSwapped d ->
                                    ": " + Math.min(d.first(), d.second()) + " and " + Math.max(d.first(), d.second())
                                            + " swapped";
                                case KeyingSlip.PointMoved ignored -> ": decimal point moved";
                                case KeyingSlip.SideTurned ignored -> ": on the other side";
                            })
                            .orElse("");
        }
    }

    /** @param days from the cash entry to the bank line, negative when the bank was earlier */
    record DaysBetween(int days) implements Evidence {
        @Override
        public boolean speaksFor() {
            return days >= -3 && days <= 30;
        }

        @Override
        public String words(CurrencyUnit currency) {
            int n = Math.abs(days);
            if (n == 0) {
                return "same day";
            }
            return n + (n == 1 ? " day " : " days ") + (days > 0 ? "later at the bank" : "earlier at the bank");
        }
    }

    record NameInText(String name) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "names " + name;
        }
    }

    /** The numbers differ by one slip. */
    record CheckNumberAlmost(String ours, String banks) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "check number " + banks + " is " + ours + " but for one slip";
        }
    }

    /** Equal but for leading zeros. */
    record SameReferenceButZeros(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "reference " + reference + " but for leading zeros";
        }
    }

    /** The references differ by one character. */
    record ReferenceAlmost(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "reference " + reference + " but for one character";
        }
    }

    /** Both sides have a reference, and they have nothing in common. */
    record OtherReference(String reference) implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "reference " + reference + " is not at the bank";
        }
    }

    /** The line names the party in part, or cut short. */
    record NamePartly(String name, boolean speaksFor) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "names " + name + " in part";
        }
    }

    /** The line names another party of the ledger. */
    record NamesAnother() implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "names another party";
        }
    }

    /** Lines of this payer were matched to this party before. */
    record PayerKnown(String party) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "this payer was " + party + " before";
        }
    }

    /** Lines of this payer were matched to other parties before. */
    record PayerElsewhere() implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "this payer was another party before";
        }
    }

    /** The bank or a processor often keeps back so much. */
    record UsualFeeKept(long minorUnits) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return MinorUnits.grouped(minorUnits, currency) + " kept back, as usual here";
        }
    }

    /** The only way, of those that were looked at, to make the amount of a few items. */
    record SumOf(int count, String of, boolean whole) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return (whole ? "all " : "") + count + " " + of + " make the amount";
        }
    }

    /** Some lines and some entries come to the same only together. */
    record SumsMeet(int lines, int entries) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return lines + " lines and " + entries + " entries of one party come to the same";
        }
    }

    /** Another set makes the same amount. */
    record OtherSetFits() implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "another selection makes the same amount";
        }
    }

    /** Lines that take each other back. */
    record CancelsLine(int days) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return "the same amount the other way, "
                    + (days == 0 ? "the same day" : days == 1 ? "a day later" : days + " days later");
        }
    }

    /** A rule of the account asked for it or forbade it. */
    record ByRule(String rule, boolean speaksFor) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return (speaksFor ? "preferred by rule " : "forbidden by rule ") + rule;
        }
    }
}
