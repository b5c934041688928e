package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.payment.Payment;
import tidemark.app.payment.RunPayments;
import tidemark.app.print.PrintedSheet;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.PartyDue;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** What a released run paid, told to each payee on a sheet of their own. */
@Component
class RemittanceAdvice {
    private final PaymentRuns books;
    private final PayeeCandidates candidates;
    private final RunPayments payments;
    private final Companies companies;
    private final Clock clock;

    RemittanceAdvice(
            PaymentRuns books, PayeeCandidates candidates, RunPayments payments, Companies companies, Clock clock) {
        this.books = books;
        this.candidates = candidates;
        this.payments = payments;
        this.companies = companies;
        this.clock = clock;
    }

    /**
     * One after the other; those whose payment is void are left out.
     *
     * @param only one payee; absent for all
     * @throws RuleViolation {@code payrun.noAdvice} where nobody was paid
     */
    @Transactional(readOnly = true)
    public byte[] print(long companyId, long runId, @Nullable Long only, PrintedSheet.Paper paper, String who) {
        PaymentRun run = books.get(companyId, runId);
        List<PayeeCandidates.Candidate> paid = new ArrayList<>();
        List<Long> ids = new ArrayList<>();
        for (PayeeCandidates.Candidate c : candidates.of(candidates.frame(run), only)) {
            PayeeRow row = c.decided();
            if (row != null && row.pays() && row.paymentId() != null) {
                paid.add(c);
                ids.add(row.paymentId());
            }
        }
        Map<Long, Payment> made =
                payments.some(ids).stream().collect(Collectors.toMap(Payment::id, Function.identity()));
        paid.removeIf(c -> payment(c, made).state() == PaymentState.VOID);
        if (paid.isEmpty()) {
            throw new RuleViolation(
                    "payrun.noAdvice",
                    "",
                    say("payrun.noAdvice.found", run.title()),
                    say("payrun.noAdvice.expected"),
                    say("payrun.noAdvice.remedy"));
        }
        Company company = companies.get(companyId);
        CurrencyUnit currency = company.baseCurrency();
        return PrintedSheet.of(paper, PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), false), sheet -> {
            for (PayeeCandidates.Candidate c : paid) {
                Payment payment = payment(c, made);
                sheet.newPage();
                sheet.line(company.name());
                sheet.title(say("payrun.advice.title"));
                sheet.line(c.party().name());
                c.party().address().lines().forEach(sheet::line);
                sheet.line(
                        c.details() != null && c.means() == PayeeRow.Means.FILE
                                ? say(
                                        "payrun.advice.transfer",
                                        MinorUnits.grouped(payment.minorUnits(), currency) + " " + currency.getCode(),
                                        Words.day(payment.paymentDate()),
                                        c.account().masked(),
                                        payment.number())
                                : say(
                                        "payrun.advice.check",
                                        MinorUnits.grouped(payment.minorUnits(), currency) + " " + currency.getCode(),
                                        Words.day(payment.paymentDate()),
                                        payment.number()));
                sheet.table(
                        new float[] {46, 18, 18, 18},
                        Set.of(1, 2, 3),
                        List.of(
                                say("payrun.advice.item"),
                                say("payrun.advice.settled"),
                                say("payrun.advice.discount"),
                                say("payrun.advice.paid", currency.getCode())),
                        rows(c.due(), currency),
                        List.of(
                                say("payrun.advice.total"),
                                "",
                                "",
                                MinorUnits.grouped(c.due().amount(), currency)));
            }
        });
    }

    private static Payment payment(PayeeCandidates.Candidate c, Map<Long, Payment> made) {
        Long id = java.util.Objects.requireNonNull(c.decided()).paymentId();
        return java.util.Objects.requireNonNull(made.get(id));
    }

    /** Bills with what was deducted, then the credits that were set against them. */
    private static List<List<String>> rows(PartyDue due, CurrencyUnit currency) {
        List<List<String>> out = new ArrayList<>();
        due.pieces()
                .forEach(p -> out.add(List.of(
                        p.item().title(),
                        MinorUnits.grouped(p.settled(), currency),
                        p.discount() == 0 ? "" : MinorUnits.report(-p.discount(), currency),
                        MinorUnits.grouped(p.paid() + p.netted(), currency))));
        due.netted()
                .forEach(n -> out.add(List.of(
                        n.credit().title(),
                        MinorUnits.report(-n.minorUnits(), currency),
                        "",
                        MinorUnits.report(-n.minorUnits(), currency))));
        return out;
    }
}
