package tidemark.core.matching;

import static tidemark.core.words.Catalogue.say;

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
            return say("matching.sameCheckNumber");
        }
    }

    record OtherCheckNumber() implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.otherCheckNumber");
        }
    }

    record SameReference(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.sameReference", reference);
        }
    }

    record ReferenceInText(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.standsInTheBanksText", reference);
        }
    }

    record SameAmount() implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.sameAmount");
        }
    }

    /** Only one line and one entry of this amount stand near each other. */
    record OnlyOne(int days) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.onlyOneOfThisAmountWithinDays", days);
        }
    }

    record OneOfSeveral(int count) implements Evidence {
        @Override
        public boolean speaksFor() {
            return false;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.oneOfWithThisAmount", count);
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
            String apart = say("matching.apart", MinorUnits.grouped(minorUnits, currency));
            return apart
                    + slip.map(s -> switch (s) {
                                case KeyingSlip.DigitsSwapped d ->
                                    say(
                                            "matching.andSwapped",
                                            Math.min(d.first(), d.second()),
                                            Math.max(d.first(), d.second()));
                                case KeyingSlip.PointMoved ignored -> say("matching.decimalPointMoved");
                                case KeyingSlip.SideTurned ignored -> say("matching.onTheOtherSide");
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
                return say("matching.sameDay");
            }
            return n
                    + (n == 1 ? say("matching.day") : say("matching.days"))
                    + (days > 0 ? say("matching.laterAtTheBank") : say("matching.earlierAtTheBank"));
        }
    }

    record NameInText(String name) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.names", name);
        }
    }

    /** The numbers differ by one slip. */
    record CheckNumberAlmost(String ours, String banks) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.checkNumberIsButForOneSlip", banks, ours);
        }
    }

    /** Equal but for leading zeros. */
    record SameReferenceButZeros(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.referenceButForLeadingZeros", reference);
        }
    }

    /** The references differ by one character. */
    record ReferenceAlmost(String reference) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.referenceButForOneCharacter", reference);
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
            return say("matching.referenceIsNotAtTheBank", reference);
        }
    }

    /** The line names the party in part, or cut short. */
    record NamePartly(String name, boolean speaksFor) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.namesInPart", name);
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
            return say("matching.namesAnotherParty");
        }
    }

    /** Lines of this payer were matched to this party before. */
    record PayerKnown(String party) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.thisPayerWasBefore", party);
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
            return say("matching.thisPayerWasAnotherPartyBefore");
        }
    }

    /** The bank or a processor often keeps back so much. */
    record UsualFeeKept(long minorUnits) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.keptBackAsUsualHere", MinorUnits.grouped(minorUnits, currency));
        }
    }

    /** A number of the entry stands in the bank's text, without what it is written with here. */
    record NumberInText(String number) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.standsInTheBanksText", number);
        }
    }

    /** Both texts are of one month, or each of another. */
    record ForMonth(boolean same) implements Evidence {
        @Override
        public boolean speaksFor() {
            return same;
        }

        @Override
        public String words(CurrencyUnit currency) {
            return same ? say("matching.forTheSameMonth") : say("matching.forAnotherMonth");
        }
    }

    /** Others are alike in every respect, so that it does not matter which is taken. */
    record OneOfAlike(int count) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.oneOfAlike", count);
        }
    }

    /** The bank's text has the number of items. */
    record ItemsTold(int count) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.theBankTellsOfItems", count);
        }
    }

    /** Entries among them that go the other way, as a fee or a credit note. */
    record GoOtherWay(int count) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return count == 1 ? say("matching.oneGoesTheOtherWay") : say("matching.goTheOtherWay", count);
        }
    }

    /** All the entries that a text quotes. */
    record AllQuoted(int count) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.itsTextQuotesAll", count);
        }
    }

    /** The only way, of those that were looked at, to make the amount of a few items. */
    record SumOf(int count, String of, boolean whole) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.makeTheAmount", (whole ? say("matching.all") : "") + count, of);
        }
    }

    /** Some lines and some entries come to the same only together. */
    record SumsMeet(int lines, int entries) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say("matching.linesAndEntriesOfOnePartyCome", lines, entries);
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
            return say("matching.anotherSelectionMakesTheSameAmount");
        }
    }

    /** Lines that take each other back. */
    record CancelsLine(int days) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return say(
                    "matching.theSameAmountTheOtherWay",
                    days == 0
                            ? say("matching.theSameDay")
                            : days == 1 ? say("matching.aDayLater") : say("matching.daysLater", days));
        }
    }

    /** A rule of the account asked for it or forbade it. */
    record ByRule(String rule, boolean speaksFor) implements Evidence {
        @Override
        public String words(CurrencyUnit currency) {
            return (speaksFor ? say("matching.preferredByRule") : say("matching.forbiddenByRule")) + rule;
        }
    }
}
