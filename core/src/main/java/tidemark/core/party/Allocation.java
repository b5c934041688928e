package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * How a payment is spread over the items it settles.
 *
 * @param parts in the order given
 * @param discount sum of the discounts deducted
 * @param paid sum of what is paid on the items; {@code settled} is that and the discounts
 */
public record Allocation(List<Part> parts, long paid, long discount) {
    /**
     * So much paid on an item, and so much deducted as discount; both not negative, not both zero.
     *
     * @param open what is open of the item, not negative
     * @param shares what of the item's gross amount bears which tax; empty where it bears none
     */
    public record Part(OpenItem item, long open, long paid, long discount, List<DiscountBooking.Share> shares) {
        public Part {
            shares = List.copyOf(shares);
        }

        /** A part of an item that bears no tax. */
        public Part(OpenItem item, long open, long paid, long discount) {
            this(item, open, paid, discount, List.of());
        }

        public long settled() {
            return Math.addExact(paid, discount);
        }

        /** The whole of what is open, with the discount that the day still allows. */
        public static Part inFull(OpenItem item, long open, LocalDate day) {
            long discount = Math.min(item.discount().on(day), open);
            return new Part(item, open, Math.subtractExact(open, discount), discount);
        }
    }

    public Allocation {
        parts = List.copyOf(parts);
    }

    public long settled() {
        return Math.addExact(paid, discount);
    }

    /**
     * Checks the parts and adds them up.
     *
     * @param day of the payment
     * @throws RuleViolation collecting {@code settle.twice}, {@code settle.amount}, {@code settle.open},
     *     {@code discount.late} and {@code discount.more}
     */
    public static Allocation of(List<Part> parts, LocalDate day, CurrencyUnit currency) {
        List<Problem> problems = new ArrayList<>();
        Set<OpenItemId> seen = new HashSet<>();
        long paid = 0;
        long discount = 0;
        for (Part part : parts) {
            String title = part.item().title();
            if (!seen.add(part.item().id())) {
                problems.add(new Problem(
                        "settle.twice",
                        title,
                        say("settle.twice.found"),
                        say("settle.twice.expected"),
                        say("settle.twice.remedy")));
            }
            if (part.paid() < 0 || part.discount() < 0 || part.settled() == 0) {
                problems.add(new Problem(
                        "settle.amount",
                        title,
                        say("settle.amount.found"),
                        say("settle.amount.expected"),
                        say("settle.amount.remedy")));
            } else if (part.settled() > part.open()) {
                problems.add(new Problem(
                                "settle.open",
                                title,
                                say(
                                        "settle.open.found",
                                        MinorUnits.grouped(part.settled(), currency),
                                        MinorUnits.grouped(part.open(), currency)),
                                say("settle.open.expected"),
                                part.open() == 0
                                        ? say("settle.open.remedy")
                                        : say("settle.open.remedy2", MinorUnits.grouped(part.open(), currency)))
                        .with("item", part.item().id().value())
                        .with("open", MinorUnits.toDecimal(part.open(), currency)));
            }
            long allowed = part.item().discount().on(day);
            if (part.discount() > allowed) {
                problems.add(
                        part.item().discount().minorUnits() > 0 && allowed == 0
                                ? new Problem(
                                                "discount.late",
                                                title,
                                                say("discount.late.found", day),
                                                say(
                                                        "discount.late.expected",
                                                        part.item().discount().until()),
                                                say("discount.late.remedy"))
                                        .with("until", part.item().discount().until())
                                : new Problem(
                                                "discount.more",
                                                title,
                                                say(
                                                        "discount.more.found",
                                                        MinorUnits.grouped(part.discount(), currency)),
                                                say("discount.more.expected", MinorUnits.grouped(allowed, currency)),
                                                say("discount.more.remedy"))
                                        .with("allowed", MinorUnits.toDecimal(allowed, currency)));
            }
            paid = Math.addExact(paid, part.paid());
            discount = Math.addExact(discount, part.discount());
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        return new Allocation(parts, paid, discount);
    }
}
