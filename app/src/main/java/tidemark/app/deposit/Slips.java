package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.Ledger;
import tidemark.core.deposit.CashPieces;
import tidemark.core.deposit.DepositCount;
import tidemark.core.deposit.SlipBooking;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.problem.RuleViolation;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;
import tools.jackson.databind.json.JsonMapper;

/** Slips as they stand, for whoever shows, changes or banks them. */
@Component
public class Slips {
    private final DepositSlipRepository slips;
    private final ReceiptInHandRepository receipts;
    private final BankAccounts bankAccounts;
    private final Ledger ledger;
    private final NumberCounters numbers;
    private final JsonMapper json;

    Slips(
            DepositSlipRepository slips,
            ReceiptInHandRepository receipts,
            BankAccounts bankAccounts,
            Ledger ledger,
            NumberCounters numbers,
            JsonMapper json) {
        this.slips = slips;
        this.receipts = receipts;
        this.bankAccounts = bankAccounts;
        this.ledger = ledger;
        this.numbers = numbers;
        this.json = json;
    }

    /**
     * Amounts of checks in the order they were keyed and pieces of cash by value, minor units.
     *
     * @param cashTotal of cash that was counted elsewhere, in place of its pieces
     * @param entered whether somebody from whom the amounts are kept has said that the count is in
     */
    public record Counted(
            List<Long> checks,
            Map<Long, Integer> pieces,
            @Nullable Long cashTotal,
            @Nullable Boolean entered) {
        /** What was counted of cash: by its pieces, or as one total. */
        CashPieces cash() {
            return cashTotal == null ? new CashPieces(pieces) : CashPieces.oneTotal(cashTotal);
        }

        boolean isEntered() {
            return Boolean.TRUE.equals(entered);
        }
    }

    /** What is known of a slip before it is banked: the day, what the bank keeps back, what goes into drawers. */
    public record Prepared(@Nullable LocalDate day, List<TaxedLine> charges, List<SlipBooking.KeptBack> keptBack) {
        public static final Prepared NOTHING = new Prepared(null, List.of(), List.of());

        Set<String> codes() {
            Set<String> out = new HashSet<>();
            charges.forEach(c -> out.add(c.accountCode()));
            keptBack.forEach(k -> out.add(k.drawerCode()));
            return out;
        }

        public Prepared on(LocalDate other) {
            return new Prepared(other, charges, keptBack);
        }
    }

    /** What is written on the paper beside its receipts. */
    public record Paper(LocalDate date, String bagNumber, String note) {}

    /** A slip, its receipts in its order, and what its count says; absent while nothing was counted. */
    public record Standing(
            DepositSlip slip,
            List<ReceiptInHand> receipts,
            List<Long> cameBack,
            Prepared prepared,
            @Nullable Counted counted,
            @Nullable DepositCount count) {
        /** Whether it was counted, and agrees with what is on it. */
        boolean agrees() {
            return count != null && count.agrees();
        }

        /** What is on the slip, in minor units. */
        long total() {
            return receipts.stream().mapToLong(ReceiptInHand::minorUnits).reduce(0, Math::addExact);
        }
    }

    /**
     * With its account, those that what is kept back goes to, and the journal locked.
     *
     * @param codes of accounts beside those that were prepared
     */
    DepositSlip locked(long companyId, long slipId, Collection<String> codes) {
        // which account it is for never changes
        long accountId = slips.accountOf(companyId, slipId).orElseThrow(() -> new NotFound(say("deposit.depositSlip")));
        Set<String> all = new HashSet<>(codes);
        slips.preparedOf(slipId)
                .ifPresent(p -> all.addAll(json.readValue(p, Prepared.class).codes()));
        bankAccounts.lockWith(companyId, accountId, ledger.accountIds(companyId, all));
        bankAccounts.lockJournal(companyId);
        DepositSlip slip = get(companyId, slipId);
        Limits.checkSite(slip.siteId(), "");
        return slip;
    }

    /** The next number of the slips that no slip has; one that was given by hand is passed over. */
    String freshNumber(long companyId, @Nullable Long siteId, LocalDate day) {
        String number = numbers.take(companyId, DepositDocuments.SLIPS, siteId, day);
        while (slips.existsByCompanyIdAndNumber(companyId, number)) {
            number = numbers.take(companyId, DepositDocuments.SLIPS, siteId, day);
        }
        return number;
    }

    DepositSlip locked(long companyId, long slipId) {
        return locked(companyId, slipId, List.of());
    }

    DepositSlip get(long companyId, long slipId) {
        return slips.findByIdAndCompanyId(slipId, companyId)
                .orElseThrow(() -> new NotFound(say("deposit.depositSlip")));
    }

    /**
     * For a change by whoever looked at it as it was then.
     *
     * @param version that was seen; absent for a program that overwrites
     */
    static void checkSeen(DepositSlip slip, @Nullable Integer version) {
        if (version != null && version != slip.version()) {
            throw new RuleViolation(
                    "slip.changed",
                    "",
                    say("slip.changed.found", slip.title()),
                    say("slip.changed.expected"),
                    say("slip.changed.remedy"));
        }
    }

    List<ReceiptInHand> some(long companyId, List<Long> ids) {
        List<ReceiptInHand> found = ids.isEmpty() ? List.of() : receipts.some(companyId, ids);
        if (found.size() < ids.stream().distinct().count()) {
            throw new NotFound(say("deposit.receipt"));
        }
        return found;
    }

    Prepared prepared(DepositSlip slip) {
        String kept = slip.prepared();
        return kept == null ? Prepared.NOTHING : json.readValue(kept, Prepared.class);
    }

    void prepare(DepositSlip slip, Paper paper, Prepared prepared) {
        slip.prepare(paper, json.writeValueAsString(prepared));
    }

    String written(Object content) {
        return json.writeValueAsString(content);
    }

    Standing standing(DepositSlip slip) {
        List<ReceiptInHand> on = receipts.onSlip(slip.id());
        if (slip.counted() == null) {
            return new Standing(slip, on, receipts.cameBack(slip.id()), prepared(slip), null, null);
        }
        Counted counted = json.readValue(slip.counted(), Counted.class);
        List<DepositCount.Receipt> hand = new ArrayList<>();
        List<DepositCount.Elsewhere> elsewhere = new ArrayList<>();
        for (ReceiptInHand other : receipts.inStates(
                slip.companyId(), List.of(ReceiptState.IN_HAND, ReceiptState.ON_SLIP), Limit.of(DepositCount.MOST))) {
            Long otherSlip = other.depositSlipId();
            if (other.tender() != Tender.CHECK || Long.valueOf(slip.id()).equals(otherSlip)) {
                continue;
            }
            if (otherSlip == null) {
                hand.add(other.counted());
            } else {
                elsewhere.add(new DepositCount.Elsewhere(
                        other.counted(), get(slip.companyId(), otherSlip).title()));
            }
        }
        return new Standing(
                slip,
                on,
                receipts.cameBack(slip.id()),
                prepared(slip),
                counted,
                DepositCount.of(
                        counted.checks(),
                        on.stream()
                                .filter(r -> r.tender() == Tender.CHECK)
                                .map(ReceiptInHand::counted)
                                .toList(),
                        hand,
                        elsewhere,
                        counted.cash(),
                        on.stream()
                                .filter(r -> r.tender() == Tender.CASH)
                                .mapToLong(ReceiptInHand::minorUnits)
                                .sum()));
    }
}
