package tidemark.core.certificate;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.DrawerProof;

/** The content of a closed month of a drawer: its book, where its float is, what was counted, and who signs. */
public final class DrawerMonthContent {
    public static final String FORMAT = "tide-mark-drawer-month/1";

    private DrawerMonthContent() {}

    /** A line of the book. @param cash into the drawer, signed minor units */
    public record Row(LocalDate day, String number, String who, String text, long cash) {}

    /** A count that was closed in the month. @param shouldBe in the drawer then */
    public record Counted(LocalDate day, String by, long counted, long shouldBe) {}

    /**
     * @param opening cash in the drawer at the beginning
     * @param rows by day and then order of posting
     * @param proof at the end of the month
     * @param ledger what the drawer's account says then
     * @param previousSeal empty for the first month of the drawer
     */
    public record Input(
            String company,
            String drawer,
            String keeper,
            String ledgerAccount,
            YearMonth month,
            CurrencyUnit currency,
            long opening,
            List<Row> rows,
            DrawerProof proof,
            long ledger,
            List<Counted> counts,
            CertificateContent.Signature preparedBy,
            CertificateContent.Signature certifiedBy,
            boolean onePerson,
            Optional<CertificateContent.Replaced> replaces,
            String previousSeal) {}

    /** A tree of texts and decimal amounts, to be sealed. O(n) for n rows. */
    public static Map<String, Object> of(Input in) {
        CurrencyUnit c = in.currency();
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("format", FORMAT);
        out.put("company", in.company());
        out.put("account", in.drawer());
        out.put("keeper", in.keeper());
        out.put("ledgerAccount", in.ledgerAccount());
        out.put("currency", c.getCode());
        out.put("month", in.month().toString());
        out.put("opening", MinorUnits.toDecimal(in.opening(), c));
        List<Object> rows = new ArrayList<>();
        long holds = in.opening();
        for (Row row : in.rows()) {
            holds = Math.addExact(holds, row.cash());
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("day", row.day().toString());
            one.put("number", row.number());
            one.put("who", row.who());
            one.put("text", row.text());
            one.put("cash", MinorUnits.toDecimal(row.cash(), c));
            one.put("holds", MinorUnits.toDecimal(holds, c));
            rows.add(one);
        }
        out.put("rows", rows);
        out.put("closing", MinorUnits.toDecimal(holds, c));
        out.put("float", floats(in.proof(), c));
        out.put("ledgerBalance", MinorUnits.toDecimal(in.ledger(), c));
        List<Object> counts = new ArrayList<>();
        for (Counted count : in.counts()) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("day", count.day().toString());
            one.put("by", count.by());
            one.put("counted", MinorUnits.toDecimal(count.counted(), c));
            one.put("shouldBe", MinorUnits.toDecimal(count.shouldBe(), c));
            counts.add(one);
        }
        out.put("counts", counts);
        out.put("preparedBy", CertificateContent.signature(in.preparedBy()));
        out.put("certifiedBy", CertificateContent.signature(in.certifiedBy()));
        out.put("onePerson", in.onePerson());
        in.replaces().ifPresent(old -> out.put("replaces", Map.of("seal", old.seal(), "reason", old.reason())));
        out.put("previousSeal", in.previousSeal());
        return out;
    }

    private static Map<String, Object> floats(DrawerProof p, CurrencyUnit c) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("float", MinorUnits.toDecimal(p.floated(), c));
        out.put("cash", MinorUnits.toDecimal(p.cash(), c));
        out.put("checks", MinorUnits.toDecimal(p.checks(), c));
        out.put("vouchers", MinorUnits.toDecimal(p.vouchers(), c));
        out.put("received", MinorUnits.toDecimal(p.received(), c));
        out.put("advances", MinorUnits.toDecimal(p.advanced(), c));
        out.put("onTheWay", MinorUnits.toDecimal(p.onTheWay(), c));
        out.put("shortLessOver", MinorUnits.toDecimal(p.overShort(), c));
        out.put("banked", MinorUnits.toDecimal(p.banked(), c));
        out.put("floatDue", MinorUnits.toDecimal(p.floatDue(), c));
        return out;
    }
}
