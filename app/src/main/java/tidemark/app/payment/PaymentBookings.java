package tidemark.app.payment;

import jakarta.persistence.EntityManager;
import jakarta.persistence.FlushModeType;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.party.PartyMoneyBookings;
import tidemark.app.party.Reservations;
import tidemark.core.ledger.ForeignAmount;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.TaxTable;
import tidemark.core.money.AmountStyle;
import tidemark.core.party.Allocation;
import tidemark.core.party.PartyMoney;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.payment.PaymentState;
import tools.jackson.databind.json.JsonMapper;

/** Books payments that wait for nothing any more, with the settlements that go with them. */
@Component
class PaymentBookings {
    private final Parties parties;
    private final PaymentForms forms;
    private final PartyMoneyBookings bookings;
    private final Ledger ledger;
    private final Reservations reservations;
    private final Chart chart;
    private final Companies companies;
    private final JsonMapper json;
    private final EntityManager em;

    PaymentBookings(
            Parties parties,
            PaymentForms forms,
            PartyMoneyBookings bookings,
            Ledger ledger,
            Reservations reservations,
            Chart chart,
            Companies companies,
            JsonMapper json,
            EntityManager em) {
        this.parties = parties;
        this.forms = forms;
        this.bookings = bookings;
        this.ledger = ledger;
        this.reservations = reservations;
        this.chart = chart;
        this.companies = companies;
        this.json = json;
        this.em = em;
    }

    Ledger.Booked book(BankAccount account, Payment payment, String who) {
        return bookAll(account, List.of(payment), List.of(""), who);
    }

    /** Books payments that wait for nothing any more, in one go. */
    Ledger.Booked bookAll(BankAccount account, List<Payment> ready, List<String> labels, String who) {
        Company company = companies.get(account.companyId());
        TaxTable taxes = ledger.taxes(company.id());
        String cash = ledger.account(company.id(), account.ledgerAccountId()).code();
        List<Ledger.Posting> postings = new ArrayList<>();
        Map<Payment, Allocation> settles = new HashMap<>();
        em.flush();
        // nothing below depends on what this loop changes, and looking through it all for each payment takes n²
        em.setFlushMode(FlushModeType.COMMIT);
        for (int i = 0; i < ready.size(); i++) {
            Payment payment = ready.get(i);
            Party party = payment.partyId() == null ? null : parties.get(company.id(), payment.partyId());
            PartyMoney.Use use = forms.use(
                    company,
                    AmountStyle.POINT,
                    account,
                    party,
                    json.readValue(payment.parts(), Payments.Parts.class),
                    payment.paymentDate(),
                    labels.get(i),
                    payment.id());
            reservations.release(payment.id());
            settles.put(payment, use.items());
            String money = payment.onClearing() ? inTransit(account, payment) : cash;
            String text = payment.text().isEmpty() ? Payment.upper(payment.title()) : payment.text();
            PartyMoneyBookings.Document document = new PartyMoneyBookings.Document(
                    payment.checkNumber(), labels.get(i), payment.siteId(), Payment.upper(payment.title()));
            Ledger.Posting posting = bookings.posting(
                    company,
                    PartyMoney.Direction.OUT,
                    new PartyMoney.Terms(payment.paymentDate(), company.baseCurrency(), payment.number(), text, money),
                    party,
                    payment.payee(),
                    use,
                    taxes,
                    document);
            if (!account.currency().equals(company.baseCurrency())) {
                // each line was worth its own at the rate of the day, so their sum is tied by what both sums come to
                ForeignAmount amount = ForeignAmount.of(
                        OptionalLong.of(-payment.minorUnits()),
                        account.currency(),
                        OptionalLong.of(posting.entry().movementOf(money)),
                        company.baseCurrency(),
                        Optional.empty(),
                        "amount");
                posting = PartyMoneyBookings.posting(
                        PaymentBooking.inOwnCurrency(posting.entry(), money, -payment.minorUnits(), amount.rate()),
                        document);
            }
            postings.add(posting);
            payment.move(PaymentState.Move.BOOK);
        }
        em.setFlushMode(FlushModeType.AUTO);
        Ledger.Booked booked = ledger.book(company.id(), postings, PaymentDocuments.PAYMENT, null, who);
        for (int i = 0; i < ready.size(); i++) {
            Payment payment = ready.get(i);
            payment.booked(
                    booked.entries().get(i).id(),
                    payment.onClearing()
                            ? ledger.accountByCode(company.id(), inTransit(account, payment))
                                    .map(ChartAccount::id)
                                    .orElseThrow()
                            : null);
            Allocation allocation = Objects.requireNonNull(settles.get(payment));
            booked.items()
                    .addAll(bookings.settle(
                            company.id(), booked.entries().get(i), allocation, payment.paymentDate(), who));
        }
        return booked;
    }

    private String inTransit(BankAccount account, Payment payment) {
        return chart.accountCodeFor(
                account.companyId(), account, Purpose.inTransit(payment.kind().means(), false));
    }
}
