package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.util.Optional;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.Balance;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Passes on what a reader finds and checks the sums on the way: opening and booked lines make the closing balance, and
 * each running balance follows from the one before it, whether the lines stand oldest or newest first. Cost: O(1) a
 * line, O(1) memory.
 */
final class SumCheck implements StatementSink {
    private final StatementSink next;
    private final CurrencyUnit assumed;
    private long sum;
    private int booked;
    private OptionalLong before = OptionalLong.empty();
    private long beforeAmount;
    private boolean gapBefore;
    private @Nullable Break oldestFirst;
    private @Nullable Break newestFirst;

    /** Where a running balance parts from what was expected. */
    private record Break(int line, long found, long expected) {}

    SumCheck(StatementSink next, CurrencyUnit assumed) {
        this.next = next;
        this.assumed = assumed;
    }

    @Override
    public void begin(StatementFacts soFar) {
        sum = 0;
        booked = 0;
        before = OptionalLong.empty();
        gapBefore = false;
        oldestFirst = null;
        newestFirst = null;
        next.begin(soFar);
    }

    @Override
    public void line(ReadLine line) {
        if (!line.pending()) {
            long amount = line.line().minorUnits();
            sum = Math.addExact(sum, amount);
            booked++;
            if (line.statedBalanceMinorUnits().isPresent()) {
                long stated = line.statedBalanceMinorUnits().getAsLong();
                if (before.isPresent() && !gapBefore) {
                    long up = Math.addExact(before.getAsLong(), amount);
                    long down = Math.subtractExact(before.getAsLong(), beforeAmount);
                    if (oldestFirst == null && stated != up) {
                        oldestFirst = new Break(line.fileLine(), stated, up);
                    }
                    if (newestFirst == null && stated != down) {
                        newestFirst = new Break(line.fileLine(), stated, down);
                    }
                }
                before = line.statedBalanceMinorUnits();
                beforeAmount = amount;
                gapBefore = false;
            } else {
                gapBefore = true;
            }
        }
        next.line(line);
    }

    @Override
    public void end(StatementFacts all) {
        CurrencyUnit currency = all.currency().orElse(assumed);
        boolean running = oldestFirst != null && newestFirst != null;
        if (running && oldestFirst != null) {
            next.warn(ReadWarning.breach(
                    oldestFirst.line(),
                    "statement.running",
                    say("statement.running.found", MinorUnits.report(oldestFirst.found(), currency)),
                    say("statement.running.expected", MinorUnits.report(oldestFirst.expected(), currency)),
                    say("statement.running.remedy")));
        }
        Optional<Balance> opening = all.opening();
        Optional<Balance> closing = all.closing();
        if (opening.isPresent() && closing.isPresent() && !running) {
            long made = Math.addExact(opening.get().minorUnits(), sum);
            long stated = closing.get().minorUnits();
            if (made != stated) {
                next.warn(ReadWarning.breach(
                        0,
                        "statement.sum",
                        say(
                                "statement.sum.found3",
                                MinorUnits.report(opening.get().minorUnits(), currency),
                                booked,
                                booked == 1 ? say("statement.sum.found") : say("statement.sum.found2"),
                                MinorUnits.report(made, currency)),
                        say(
                                "statement.sum.expected",
                                MinorUnits.report(stated, currency),
                                MinorUnits.report(Math.subtractExact(stated, made), currency)),
                        say("statement.sum.remedy")));
            }
        }
        next.end(all);
    }

    @Override
    public void warn(ReadWarning warning) {
        next.warn(warning);
    }
}
