package tidemark.app.card;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.deposit.DepositSlip;
import tidemark.app.deposit.DepositSlips;
import tidemark.app.deposit.Slips;
import tidemark.app.ledger.GrossLine;
import tidemark.app.party.Receipts;
import tidemark.core.deposit.CardTakings;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.receipt.Tender;

/** Slips of card batches: what cards were charged on their days, less what the processor keeps. */
@Service
public class CardSlips {
    private final CardBatchRepository batches;
    private final CardBatches books;
    private final CardProcessors processors;
    private final DepositSlips slips;
    private final Receipts receipts;
    private final Companies companies;
    private final BankAccounts bankAccounts;

    CardSlips(
            CardBatchRepository batches,
            CardBatches books,
            CardProcessors processors,
            DepositSlips slips,
            Receipts receipts,
            Companies companies,
            BankAccounts bankAccounts) {
        this.batches = batches;
        this.books = books;
        this.processors = processors;
        this.slips = slips;
        this.receipts = receipts;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
    }

    /**
     * Makes a slip of batches of one processor: what cards were charged on their days goes on it, and what the processor keeps
     * stands on it as charges. Takings that were not received one by one are received by it, where the processor says on which
     * account they are booked.
     */
    @Transactional
    public long slip(long companyId, List<Long> ids, String who) {
        List<Long> of = ids.isEmpty() ? List.of() : batches.processorsOf(companyId, ids);
        if (of.size() != 1) {
            throw notOfOne(of.size());
        }
        CardProcessor processor = processors.get(companyId, of.getFirst());
        bankAccounts.lock(companyId, processor.bankAccountId());
        bankAccounts.lockJournal(companyId);
        List<CardBatch> on = batches.some(companyId, ids);
        if (on.size() < ids.stream().distinct().count()) {
            throw new NotFound(say("card.batch"));
        }
        LocalDate last = on.getLast().day();
        Long site = on.stream().map(CardBatch::siteId).distinct().count() == 1
                ? on.getFirst().siteId()
                : null;
        DepositSlip slip = slips.open(
                companyId,
                processor.bankAccountId(),
                site,
                "",
                last,
                "",
                say(
                        "card.slip.note",
                        processor.name(),
                        on.stream().map(CardBatch::number).collect(Collectors.joining(", "))),
                who);
        Set<Long> put = new LinkedHashSet<>();
        for (CardBatch batch : on) {
            books.checkFree(companyId, batch);
            put.addAll(receiptsOf(companyId, processor, batch, put, who));
            batch.putOn(slip.id());
        }
        slips.paidBy(companyId, slip.id(), processor.name());
        slips.change(companyId, slip.id(), List.copyOf(put), List.of(), who);
        slips.prepare(
                companyId,
                slip.id(),
                null,
                new Slips.Paper(last, "", slip.note()),
                new Slips.Prepared(
                        CardTakings.dueDay(last, processor.lagDays()), charges(companyId, processor, on), List.of()),
                who);
        return slip.id();
    }

    private static RuleViolation notOfOne(int processors) {
        return new RuleViolation(
                "card.slip",
                "batches",
                say("card.slip.found", processors),
                say("card.slip.expected"),
                say("card.slip.remedy"));
    }

    private List<Long> receiptsOf(
            long companyId, CardProcessor processor, CardBatch batch, Set<Long> already, String who) {
        List<DepositSlips.Hand> hand = slips.cards(companyId, batch.siteId(), batch.day()).stream()
                .filter(h -> !already.contains(h.id()))
                .toList();
        long gross = batch.batch().gross();
        if (gross == 0) {
            // a day on which there was only given back
            return List.of();
        }
        Company company = companies.get(companyId);
        Optional<List<Long>> whole = CardTakings.receiptsOf(
                        hand.stream().map(DepositSlips.Hand::minorUnits).toList(), gross)
                .map(places -> places.stream().map(i -> hand.get(i).id()).toList());
        if (whole.isPresent()) {
            return whole.get();
        }
        Long takings = processor.accounts().takings();
        if (!hand.isEmpty() || takings == null) {
            throw new RuleViolation(
                    "card.apart",
                    "batches",
                    say(
                            "card.apart.found",
                            batch.number(),
                            MinorUnits.grouped(gross, company.baseCurrency()),
                            MinorUnits.grouped(
                                    hand.stream()
                                            .mapToLong(DepositSlips.Hand::minorUnits)
                                            .sum(),
                                    company.baseCurrency())),
                    say("card.apart.expected"),
                    say("card.apart.remedy"));
        }
        String amount = MinorUnits.toDecimal(gross, company.baseCurrency());
        Receipts.Made made = receipts.bookPlain(
                companyId,
                new Receipts.NewReceipt(
                        null,
                        processor.name(),
                        batch.day(),
                        "",
                        amount,
                        batch.number(),
                        say("card.takingsOf", batch.number()),
                        batch.siteId(),
                        List.of(),
                        List.of(new GrossLine(processors.code(companyId, takings), amount, "", "", "")),
                        true,
                        Tender.CARD,
                        null,
                        null),
                who);
        return List.of(slips.receiptOf(made.booked().entries().getFirst().id()));
    }

    private List<TaxedLine> charges(long companyId, CardProcessor processor, List<CardBatch> on) {
        List<TaxedLine> out = new ArrayList<>();
        long fee = 0;
        long refunds = 0;
        long chargebacks = 0;
        long reserve = 0;
        for (CardBatch batch : on) {
            CardTakings.Batch b = batch.batch();
            fee = Math.addExact(fee, b.fee());
            refunds = Math.addExact(refunds, b.refunds());
            chargebacks = Math.addExact(chargebacks, b.chargebacks());
            reserve = Math.addExact(reserve, b.reserve());
        }
        CardProcessor.Accounts accounts = processor.accounts();
        charge(companyId, out, fee, accounts.fee(), say("card.fee"));
        charge(companyId, out, refunds, accounts.refunds(), say("card.refunds"));
        charge(companyId, out, chargebacks, accounts.chargebacks(), say("card.chargebacks"));
        charge(companyId, out, reserve, accounts.reserve(), say("card.reserve"));
        return out;
    }

    private void charge(long companyId, List<TaxedLine> out, long amount, @Nullable Long account, String what) {
        if (amount == 0) {
            return;
        }
        if (account == null) {
            throw new RuleViolation(
                    "card.account", "batches", what, say("card.account.expected", what), say("card.account.remedy"));
        }
        out.add(new TaxedLine(processors.code(companyId, account), amount, "", "", what));
    }
}
