package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.party.Allocations;
import tidemark.app.party.Receipts;
import tidemark.app.party.Tenders;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.receipt.InHand;
import tidemark.core.receipt.PutRight;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;
import tools.jackson.databind.json.JsonMapper;

/** Receipts in hand: what there is, what is put right, what reached the bank another way, and what was promised. */
@Service
public class HandReceipts {
    private static final List<ReceiptState> IN_HAND = List.of(ReceiptState.IN_HAND, ReceiptState.ON_SLIP);

    private final ReceiptInHandRepository receipts;
    private final Receipts bookings;
    private final Tenders tenders;
    private final Papers papers;
    private final Reversals reversals;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Ledger ledger;
    private final ActivityLog activity;
    private final JsonMapper json;

    HandReceipts(
            ReceiptInHandRepository receipts,
            Receipts bookings,
            Tenders tenders,
            Papers papers,
            Reversals reversals,
            BankAccounts bankAccounts,
            Companies companies,
            Ledger ledger,
            ActivityLog activity,
            JsonMapper json) {
        this.receipts = receipts;
        this.bookings = bookings;
        this.tenders = tenders;
        this.papers = papers;
        this.reversals = reversals;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.ledger = ledger;
        this.activity = activity;
        this.json = json;
    }

    /**
     * Which receipts are looked for.
     *
     * @param states empty for what is in hand, on a slip, or promised
     * @param text part of the payer, the number or what it is for, or an amount; empty for all
     */
    record Filter(
            List<ReceiptState> states,
            @Nullable Long site,
            @Nullable Tender tender,
            @Nullable String tenderName,
            @Nullable Long party,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            String text) {}

    /** What is in hand in all, by site and tender. */
    @Transactional(readOnly = true)
    public InHand sums(long companyId) {
        return InHand.of(receipts.amounts(companyId, IN_HAND), companies.today(companyId));
    }

    /** What is to be told of cash that a site holds above its limit. */
    @Transactional(readOnly = true)
    public List<String> overLimit(long companyId) {
        return overLimit(companyId, sums(companyId));
    }

    List<String> overLimit(long companyId, InHand hand) {
        Company company = companies.get(companyId);
        return hand.overLimit(tenders.cashLimits(companyId)).stream()
                .map(o -> say(
                        "deposit.overLimit",
                        companies.site(companyId, o.site()).name(),
                        MinorUnits.grouped(o.cash(), company.baseCurrency()),
                        MinorUnits.grouped(o.limit(), company.baseCurrency())))
                .toList();
    }

    /** The oldest first. */
    @Transactional(readOnly = true)
    List<ReceiptInHand> list(long companyId, Filter f, int most) {
        Company company = companies.get(companyId);
        String text = f.text().strip().toLowerCase(java.util.Locale.ROOT);
        return receipts.list(
                companyId,
                f.states().isEmpty()
                        ? List.of(ReceiptState.IN_HAND, ReceiptState.ON_SLIP, ReceiptState.PROMISED)
                        : f.states(),
                f.site(),
                f.tender(),
                f.tenderName(),
                f.party(),
                f.from(),
                f.to(),
                text.isEmpty() ? null : "%" + text + "%",
                amount(company, text),
                Limit.of(most));
    }

    private static @Nullable Long amount(Company company, String text) {
        try {
            return text.isEmpty() ? null : company.amountStyle().minorUnits(text, company.baseCurrency(), "text");
        } catch (RuleViolation notAnAmount) {
            return null;
        }
    }

    /** For a change by whoever may work for its site. */
    private ReceiptInHand get(long companyId, long id) {
        ReceiptInHand receipt =
                receipts.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("deposit.receipt")));
        Limits.checkSite(receipt.siteId(), "");
        return receipt;
    }

    /** Locks what a receipt may book on, and the journal; what was entered of it. */
    private Receipts.NewReceipt locked(long companyId, long id) {
        Receipts.NewReceipt form = json.readValue(
                receipts.formOf(companyId, id).orElseThrow(() -> new NotFound(say("deposit.receipt"))),
                Receipts.NewReceipt.class);
        List<GrossLine> lines = form.lines() == null ? List.of() : form.lines();
        bankAccounts.lockByLedgerAccounts(
                companyId,
                ledger.accountIds(
                        companyId, lines.stream().map(GrossLine::account).toList()));
        bankAccounts.lockJournal(companyId);
        return form;
    }

    /** What was booked in place of a receipt, and the receipt that stands now. */
    record Corrected(long receiptId, Ledger.Booked booked) {}

    /**
     * Puts the amount of a receipt right that is not banked: reversed on its day and booked anew, for the same items and
     * purposes as far as the amount reaches; on its slip it stays where it was.
     */
    @Transactional
    Corrected correct(long companyId, long id, String amount, String who) {
        Receipts.NewReceipt form = locked(companyId, id);
        Company company = companies.get(companyId);
        ReceiptInHand wrong = get(companyId, id);
        long right = Ledger.amount(amount, company, "amount");
        Receipts.NewReceipt again = reaching(company, form, right);
        checkNotAgain(wrong);
        Long slip = wrong.depositSlipId();
        int place = wrong.place();
        String title = wrong.title();
        String before = MinorUnits.grouped(wrong.minorUnits(), company.baseCurrency());
        if (slip != null) {
            wrong.takeOff();
        }
        long entry = entryOf(wrong);
        receipts.flush();
        Ledger.Booked booked = reversals.reverseAtSource(companyId, entry, form.date(), who);
        Receipts.Made made = bookings.bookPlain(companyId, again, who);
        booked.add(made.booked());
        ReceiptInHand stands = receipts.findByJournalEntryId(
                        made.booked().entries().getFirst().id())
                .orElseThrow();
        if (slip != null) {
            stands.putOn(slip, place);
        }
        Long now = stands.journalEntryId();
        if (now != null) {
            papers.carry(entry, now, form.date());
        }
        receipts.saveAndFlush(stands);
        activity.record(
                companyId,
                who,
                "receipt.corrected",
                "receipt_in_hand",
                stands.id(),
                say("receipt.corrected.is", title, before, MinorUnits.grouped(right, company.baseCurrency())));
        return new Corrected(stands.id(), booked);
    }

    /** What came back and is presented again stays what the returned item knows. */
    private void checkNotAgain(ReceiptInHand receipt) {
        Long entry = receipt.journalEntryId();
        if (entry != null && receipts.isPresentedAgain(entry)) {
            throw new RuleViolation(
                    "receipt.again",
                    "",
                    say("receipt.again.found", receipt.title()),
                    say("receipt.again.expected"),
                    say("receipt.again.remedy"));
        }
    }

    private static long entryOf(ReceiptInHand receipt) {
        if (!receipt.state().inHand()) {
            receipt.move(ReceiptState.Move.PUT_ON);
        }
        return Objects.requireNonNull(receipt.journalEntryId());
    }

    private static Receipts.NewReceipt reaching(Company company, Receipts.NewReceipt form, long amount) {
        List<GrossLine> lines = form.lines() == null ? List.of() : form.lines();
        List<Long> parts = new ArrayList<>();
        AmountStyle plain = AmountStyle.POINT;
        form.items()
                .forEach(i -> parts.add(
                        i.amount().isBlank() ? 0 : plain.minorUnits(i.amount(), company.baseCurrency(), "items")));
        lines.forEach(l -> parts.add(plain.minorUnits(l.amount(), company.baseCurrency(), "lines")));
        List<Long> reached = PutRight.parts(parts, amount);
        List<Allocations.ItemPart> items = new ArrayList<>();
        for (int i = 0; i < form.items().size(); i++) {
            Allocations.ItemPart item = form.items().get(i);
            boolean whole = reached.get(i).equals(parts.get(i));
            if (whole || reached.get(i) > 0) {
                items.add(new Allocations.ItemPart(
                        item.itemId(),
                        MinorUnits.toDecimal(reached.get(i), company.baseCurrency()),
                        whole ? item.discount() : null));
            }
        }
        List<GrossLine> purposes = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            GrossLine l = lines.get(i);
            long gets = reached.get(form.items().size() + i);
            // one purpose alone is what all of it is for
            long gross = lines.size() == 1 && form.items().isEmpty() && form.partyId() == null ? amount : gets;
            if (gross > 0) {
                purposes.add(new GrossLine(
                        l.account(),
                        MinorUnits.toDecimal(gross, company.baseCurrency()),
                        l.taxCode(),
                        l.costCentre(),
                        l.text()));
            }
        }
        return form.of(MinorUnits.toDecimal(amount, company.baseCurrency()), items, purposes);
    }

    /**
     * Takes receipts out of hand that reached the bank another way, or before the books began: an entry holds them already,
     * so nothing is booked.
     *
     * @param entryId that took at least what they come to from the account of what is in hand
     */
    @Transactional
    void takeOut(long companyId, List<Long> ids, long entryId, String who) {
        bankAccounts.lockJournal(companyId);
        Company company = companies.get(companyId);
        List<ReceiptInHand> out = receipts.some(companyId, ids);
        if (out.size() < ids.stream().distinct().count()) {
            throw new NotFound(say("deposit.receipt"));
        }
        out.forEach(r -> Limits.checkSite(r.siteId(), ""));
        JournalEntryRow entry = ledger.entry(companyId, entryId);
        Map<Long, Long> sums = new TreeMap<>();
        out.forEach(r -> sums.merge(r.ledgerAccountId(), r.minorUnits(), Math::addExact));
        sums.forEach((account, sum) -> checkHeld(company, entry, account, sum));
        out.forEach(r -> r.takeOut(entryId));
        activity.record(
                companyId,
                who,
                "receipt.elsewhere",
                "journal_entry",
                entryId,
                say("receipt.elsewhere.took", out.size(), entry.number()));
    }

    private void checkHeld(Company company, JournalEntryRow entry, long account, long more) {
        long taken = ledger.linesOf(List.of(entry.id())).stream()
                .filter(l -> l.ledgerAccountId() == account)
                .mapToLong(l -> -l.minorUnits())
                .sum();
        long sum = Math.addExact(receipts.heldBy(entry.id(), account), more);
        if (sum > taken) {
            throw new RuleViolation(
                    "receipt.held",
                    "entryId",
                    say(
                            "receipt.held.found",
                            entry.number(),
                            MinorUnits.grouped(taken, company.baseCurrency()),
                            MinorUnits.grouped(sum, company.baseCurrency())),
                    say("receipt.held.expected"),
                    say("receipt.held.remedy"));
        }
    }

    /** Puts a receipt back that was taken out of hand by mistake. */
    @Transactional
    void putBack(long companyId, long id, String who) {
        bankAccounts.lockJournal(companyId);
        ReceiptInHand receipt = get(companyId, id);
        receipt.putBack();
        activity.record(
                companyId, who, "receipt.back", "receipt_in_hand", id, say("receipt.back.put", receipt.title()));
    }

    /** Books a promised receipt whose date has come, on that day or a later one. */
    @Transactional
    Corrected takeIn(long companyId, long id, LocalDate day, String who) {
        Receipts.NewReceipt form = locked(companyId, id);
        ReceiptInHand promised = get(companyId, id);
        promised.move(ReceiptState.Move.TAKE_IN);
        if (day.isBefore(promised.paperDate()) || day.isAfter(companies.today(companyId, promised.siteId()))) {
            throw new RuleViolation(
                    "receipt.early",
                    "day",
                    Words.day(day),
                    say("receipt.early.expected", Words.day(promised.paperDate())),
                    say("receipt.early.remedy"));
        }
        receipts.delete(promised);
        receipts.flush();
        Receipts.Made made = bookings.bookPlain(companyId, form.on(day), who);
        ReceiptInHand stands = receipts.findByJournalEntryId(
                        made.booked().entries().getFirst().id())
                .orElseThrow();
        activity.record(
                companyId,
                who,
                "receipt.taken-in",
                "receipt_in_hand",
                stands.id(),
                say("receipt.taken-in.booked", stands.title(), Words.day(day)));
        return new Corrected(stands.id(), made.booked());
    }

    /** Gives back or tears up what was promised. */
    @Transactional
    void giveUp(long companyId, long id, String who) {
        bankAccounts.lockJournal(companyId);
        ReceiptInHand promised = get(companyId, id);
        if (promised.state() != ReceiptState.PROMISED) {
            promised.move(ReceiptState.Move.TAKE_IN);
        }
        promised.move(ReceiptState.Move.VOID);
        activity.record(
                companyId, who, "receipt.void", "receipt_in_hand", id, say("receipt.void.gaveUp", promised.title()));
    }
}
