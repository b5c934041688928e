package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import org.jspecify.annotations.Nullable;
import tidemark.core.problem.RuleViolation;

/** In which order day, month and year stand in dates whose separators may be any. */
public enum DateOrder {
    YEAR_FIRST,
    MONTH_FIRST,
    DAY_FIRST,
    /** Every date can be read with the month or with the day first. */
    UNTOLD;

    /**
     * The one order in which all dates can be read. Dates that cannot be read at all are passed over. Cost: O(dates).
     *
     * @return {@link #UNTOLD} where two orders fit and the dates differ by them
     */
    public static DateOrder of(Collection<String> dates) {
        boolean month = true;
        boolean day = true;
        boolean year = false;
        boolean differs = false;
        for (String date : dates) {
            int[] parts = parts(date);
            if (parts == null) {
                continue;
            }
            if (parts[3] == 4) {
                year = true;
                continue;
            }
            month &= FormatDates.of(parts[2], parts[0], parts[1]) != null;
            day &= FormatDates.of(parts[2], parts[1], parts[0]) != null;
            differs |= parts[0] != parts[1];
        }
        if (year) {
            return YEAR_FIRST;
        }
        if (month && day) {
            return differs ? UNTOLD : MONTH_FIRST;
        }
        return day ? DAY_FIRST : MONTH_FIRST;
    }

    /** @throws RuleViolation {@code date.unreadable} */
    public LocalDate parse(String text, int line, String field) {
        int[] parts = parts(text);
        LocalDate day = null;
        if (parts != null) {
            if (parts[3] == 4) {
                day = FormatDates.of(parts[0], parts[1], parts[2]);
            } else if (this == DAY_FIRST) {
                day = FormatDates.of(parts[2], parts[1], parts[0]);
            } else if (this != YEAR_FIRST) {
                day = FormatDates.of(parts[2], parts[0], parts[1]);
            }
        }
        if (day == null) {
            throw new RuleViolation(
                    "date.unreadable",
                    say("date.unreadable.where", line, field),
                    FormatDates.quoted(text),
                    say(
                            "date.unreadable.expected2",
                            name().substring(0, name().indexOf('_') < 0 ? name().length() : name().indexOf('_'))
                                    .toLowerCase(java.util.Locale.ROOT)),
                    say("date.unreadable.remedy2"));
        }
        return day;
    }

    private static final String[] MONTHS = {
        "jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"
    };

    /** Three numbers in their order, and how many digits the first has; null where it is no date. */
    private static int @Nullable [] parts(String text) {
        int[] found = new int[4];
        int count = 0;
        int at = 0;
        int digits = 0;
        int named = -1;
        String plain = text.strip();
        if (plain.length() == 8 && FormatDates.digits(plain, 8)) {
            plain = plain.substring(0, 4) + "-" + plain.substring(4, 6) + "-" + plain.substring(6);
        }
        while (at < plain.length() && count < 3) {
            char c = plain.charAt(at);
            if (c >= '0' && c <= '9') {
                int value = 0;
                digits = 0;
                while (at < plain.length() && plain.charAt(at) >= '0' && plain.charAt(at) <= '9' && digits < 5) {
                    value = value * 10 + (plain.charAt(at) - '0');
                    digits++;
                    at++;
                }
                if (digits == 3 || digits > 4) {
                    return null;
                }
                if (count == 0) {
                    found[3] = digits;
                }
                found[count++] = value;
            } else if (Character.isLetter(c)) {
                int start = at;
                while (at < plain.length() && Character.isLetter(plain.charAt(at))) {
                    at++;
                }
                String word = plain.substring(start, at).toLowerCase(java.util.Locale.ENGLISH);
                int month = word.equals("t") && count == 3 ? -1 : month(word);
                if (month < 0 || named >= 0) {
                    return null;
                }
                named = count;
                found[count++] = month;
                digits = 2;
            } else if (" ./-'".indexOf(c) >= 0) {
                at++;
            } else {
                return null;
            }
        }
        if (count < 3) {
            return null;
        }
        if (found[3] != 4) {
            if (digits <= 2) {
                found[2] += found[2] < 80 ? 2000 : 1900;
            }
            if (named == 1) {
                // 4 Jun 2026 can only be read in one way
                int day = found[0];
                found[0] = found[2];
                found[2] = day;
                found[3] = 4;
            } else if (named == 0) {
                int year = found[2];
                found[2] = found[1];
                found[1] = found[0];
                found[0] = year;
                found[3] = 4;
            }
        }
        return found;
    }

    private static int month(String word) {
        for (int i = 0; i < MONTHS.length; i++) {
            if (word.startsWith(MONTHS[i])) {
                return i + 1;
            }
        }
        return -1;
    }
}
