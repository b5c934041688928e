package tidemark.core.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import tidemark.core.matching.BusinessDays;
import tidemark.core.matching.Likeness;
import tidemark.core.receipt.Tender;

/** How a receipt and a returned line agree, field by field, each as a level that can be counted. */
record Traits(Number number, Payer payer, Days days, Place place, Kind kind, Slip slip, String token) {
    enum Number {
        SAME,
        CUT,
        SLIP,
        OTHER,
        /** The line or the receipt has none. */
        SILENT
    }

    enum Payer {
        NAMED,
        LIKE,
        NOT_NAMED,
        SILENT
    }

    enum Days {
        SAME_DAY,
        TWO,
        FIVE,
        TEN,
        TWENTY,
        MORE
    }

    enum Place {
        HERE,
        ELSEWHERE
    }

    enum Kind {
        FITS,
        APART,
        SILENT
    }

    enum Slip {
        NAMED,
        SILENT
    }

    /** A field, with how often the one that came back shows each level. */
    enum Field {
        NUMBER,
        PAYER,
        DAYS,
        PLACE,
        KIND,
        SLIP;

        /**
         * How much more often the one that came back shows a level than a stranger does.
         *
         * @param others how many of the other receipts show it
         */
        double ratio(Object level, int others, int all, ReturnSearch.Original original) {
            double counted = all < 2 ? 0 : (double) others / all;
            if (level == Number.SILENT || level == Payer.SILENT || level == Kind.SILENT || level == Slip.SILENT) {
                return 1;
            }
            if (level instanceof Number number) {
                double length = original.number().length();
                return switch (number) {
                    case SAME -> .86 / Math.max(counted, Math.pow(10, -Math.min(5, length)));
                    case CUT -> .06 / Math.max(counted, .002);
                    case SLIP -> .04 / Math.max(counted, .004);
                    default -> .04 / Math.max(counted, .5);
                };
            }
            if (level instanceof Payer payer) {
                return switch (payer) {
                    case NAMED -> .6 / Math.max(counted, .004);
                    case LIKE -> .14 / Math.max(counted, .02);
                    default -> .26 / Math.max(counted, .5);
                };
            }
            if (level instanceof Days days) {
                double usual = switch (days) {
                    case SAME_DAY -> .04;
                    case TWO -> .33;
                    case FIVE -> .33;
                    case TEN -> .18;
                    case TWENTY -> .07;
                    case MORE -> .05;
                };
                return usual / Math.max((others + 1.0) / (all + 6.0), .02);
            }
            if (level instanceof Place place) {
                return (place == Place.HERE ? .96 : .04) / ((others + 1.0) / (all + 2.0));
            }
            if (level instanceof Kind kind) {
                return (kind == Kind.FITS ? .97 : .03) / ((others + 1.0) / (all + 2.0));
            }
            return .15 / Math.max(counted, .002);
        }
    }

    static Traits of(ReturnSearch.ReturnedLine line, long account, LocalDate day, ReturnSearch.Original o) {
        Number number = Number.SILENT;
        String token = "";
        String own = ReturnSearch.ReturnedLine.withoutZeros(o.number().replaceAll("[^0-9]", ""));
        if (own.length() >= 2 && !line.digits.isEmpty()) {
            number = Number.OTHER;
            for (String digits : line.digits) {
                Number level = compared(own, digits);
                if (level.ordinal() < number.ordinal()) {
                    number = level;
                    token = digits;
                }
            }
        }
        return new Traits(
                number,
                payer(line.words, o.payer()),
                days(day, o.bankedOn()),
                o.bankAccount() == account ? Place.HERE : Place.ELSEWHERE,
                kind(line, o),
                slip(line.squashed, o.slip()),
                token);
    }

    private static Number compared(String own, String digits) {
        if (own.equals(digits)) {
            return Number.SAME;
        }
        int shorter = Math.min(own.length(), digits.length());
        if (shorter >= 3 && (own.endsWith(digits) || own.startsWith(digits) || digits.endsWith(own))) {
            return Number.CUT;
        }
        return shorter >= 4 && Likeness.oneSlip(own, digits) ? Number.SLIP : Number.OTHER;
    }

    private static final Set<String> FORMS = Set.of("INC", "LLC", "LTD", "CORP", "THE", "AND");

    private static Payer payer(List<String> banks, String payer) {
        if (banks.isEmpty()) {
            return Payer.SILENT;
        }
        double alike = 0;
        int letters = 0;
        for (String word : payer.toUpperCase(Locale.ROOT).split("[^A-Z0-9]+")) {
            if (word.length() < 3 || FORMS.contains(word)) {
                continue;
            }
            double best = 0;
            for (String bank : banks) {
                best = Math.max(best, Likeness.of(word, bank));
            }
            alike += best * word.length();
            letters += word.length();
        }
        double share = letters == 0 ? 0 : alike / letters;
        return share >= .75 ? Payer.NAMED : share >= .38 ? Payer.LIKE : Payer.NOT_NAMED;
    }

    private static Days days(LocalDate returned, LocalDate banked) {
        int apart = BusinessDays.number(returned) - BusinessDays.number(banked);
        return apart <= 0
                ? Days.SAME_DAY
                : apart <= 2
                        ? Days.TWO
                        : apart <= 5 ? Days.FIVE : apart <= 10 ? Days.TEN : apart <= 20 ? Days.TWENTY : Days.MORE;
    }

    private static Kind kind(ReturnSearch.ReturnedLine line, ReturnSearch.Original o) {
        if (line.ach) {
            return o.direct() ? Kind.FITS : Kind.APART;
        }
        return line.tender
                .map(t -> !o.direct() && t == o.tender() ? Kind.FITS : Kind.APART)
                .orElse(Kind.SILENT);
    }

    private static Slip slip(String squashed, String slip) {
        String plain = slip.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
        return plain.length() >= 4 && squashed.contains(plain) ? Slip.NAMED : Slip.SILENT;
    }

    Object level(Field field) {
        return switch (field) {
            case NUMBER -> number;
            case PAYER -> payer;
            case DAYS -> days;
            case PLACE -> place;
            case KIND -> kind;
            case SLIP -> slip;
        };
    }

    /** What speaks for it, in words. */
    List<String> words(ReturnSearch.Original o) {
        List<String> out = new ArrayList<>();
        boolean check = o.tender() == Tender.CHECK && !o.direct();
        switch (number) {
            case SAME ->
                out.add(
                        check
                                ? say("returned.evidence.checkNumber", o.number())
                                : say("returned.evidence.number", o.number()));
            case CUT -> out.add(say("returned.evidence.cut", token, o.number()));
            case SLIP -> out.add(say("returned.evidence.slip", token, o.number()));
            default -> {}
        }
        if (payer == Payer.NAMED) {
            out.add(say("returned.evidence.payer", o.payer()));
        } else if (payer == Payer.LIKE) {
            out.add(say("returned.evidence.payerLike", o.payer()));
        }
        if (slip == Slip.NAMED) {
            out.add(say("returned.evidence.depositSlip", o.slip()));
        }
        return out;
    }
}
