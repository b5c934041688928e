package tidemark.core.matching;

import org.joda.money.CurrencyUnit;
import tidemark.core.money.KeyingSlip;
import tidemark.core.money.MinorUnits;

/** One fact for or against a match, with the words in which a person is told of it. */
public sealed interface Evidence {
    /** Whether the fact speaks for the match; otherwise it speaks against. */
    boolean speaksFor();

    /** The fact in a few words, lower case. */
    String words(CurrencyUnit currency);

    record SameCheckNumber() implements Evidence {
        @Override
        public boolean speaksFor() {
            return true;
        }

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
        public boolean speaksFor() {
            return true;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "same reference " + reference;
        }
    }

    record ReferenceInText(String reference) implements Evidence {
        @Override
        public boolean speaksFor() {
            return true;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return reference + " stands in the bank's text";
        }
    }

    record SameAmount() implements Evidence {
        @Override
        public boolean speaksFor() {
            return true;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "same amount";
        }
    }

    /** Only one line and one entry of this amount stand near each other. */
    record OnlyOne(int days) implements Evidence {
        @Override
        public boolean speaksFor() {
            return true;
        }

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
        public boolean speaksFor() {
            return true;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return "names " + name;
        }
    }
}
