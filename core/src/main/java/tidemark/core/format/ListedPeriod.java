package tidemark.core.format;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tidemark.core.statement.Balance;
import tidemark.core.statement.ReadLine;

/** What a list of lines with running balances tells of its period, whether the oldest or the newest stands first. */
final class ListedPeriod {
    private @Nullable ReadLine first;
    private @Nullable ReadLine last;
    private @Nullable LocalDate earliest;
    private @Nullable LocalDate latest;
    private boolean upward = true;
    private boolean downward = true;
    private int count;

    void add(ReadLine line) {
        LocalDate day = line.line().bookingDate();
        if (first == null) {
            first = line;
        }
        if (last != null
                && last.statedBalanceMinorUnits().isPresent()
                && line.statedBalanceMinorUnits().isPresent()) {
            long before = last.statedBalanceMinorUnits().getAsLong();
            long now = line.statedBalanceMinorUnits().getAsLong();
            upward &= now == before + line.line().minorUnits();
            downward &= now == before - last.line().minorUnits();
        }
        last = line;
        earliest = earliest == null || day.isBefore(earliest) ? day : earliest;
        latest = latest == null || day.isAfter(latest) ? day : latest;
        count++;
    }

    int count() {
        return count;
    }

    boolean newestFirst() {
        if (first == null || last == null) {
            return false;
        }
        int days = first.line().bookingDate().compareTo(last.line().bookingDate());
        return days > 0 || (days == 0 && downward && !upward);
    }

    Optional<LocalDate> earliest() {
        return Optional.ofNullable(earliest);
    }

    Optional<LocalDate> latest() {
        return Optional.ofNullable(latest);
    }

    /** The first day of the calendar month all lines lie in, else the earliest date. */
    Optional<LocalDate> monthOrEarliest() {
        return oneMonth() ? earliest().map(d -> d.withDayOfMonth(1)) : earliest();
    }

    Optional<LocalDate> monthOrLatest() {
        return oneMonth() ? latest().map(d -> YearMonth.from(d).atEndOfMonth()) : latest();
    }

    private boolean oneMonth() {
        return earliest != null && latest != null && YearMonth.from(earliest).equals(YearMonth.from(latest));
    }

    /** The balance before the oldest line, where that line tells the one after it. */
    Optional<Balance> opening() {
        ReadLine oldest = newestFirst() ? last : first;
        if (oldest == null || oldest.statedBalanceMinorUnits().isEmpty()) {
            return Optional.empty();
        }
        return monthOrEarliest()
                .map(day -> new Balance(
                        day,
                        Math.subtractExact(
                                oldest.statedBalanceMinorUnits().getAsLong(),
                                oldest.line().minorUnits())));
    }

    Optional<Balance> closing() {
        ReadLine newest = newestFirst() ? first : last;
        if (newest == null || newest.statedBalanceMinorUnits().isEmpty()) {
            return Optional.empty();
        }
        return monthOrLatest()
                .map(day -> new Balance(day, newest.statedBalanceMinorUnits().getAsLong()));
    }
}
