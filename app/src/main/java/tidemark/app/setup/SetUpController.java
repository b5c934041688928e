package tidemark.app.setup;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.People;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.UploadedText;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;

/** First run, companies and bank accounts over HTTP. */
@RestController
@RequestMapping("/api/v1")
public class SetUpController {
    private final SetUp setUp;
    private final FirstRunCode firstRunCode;
    private final SetUpViews views;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final LedgerViews ledgerViews;
    private final People people;

    SetUpController(
            SetUp setUp,
            FirstRunCode firstRunCode,
            SetUpViews views,
            Companies companies,
            BankAccounts bankAccounts,
            LedgerViews ledgerViews,
            People people) {
        this.setUp = setUp;
        this.firstRunCode = firstRunCode;
        this.views = views;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.ledgerViews = ledgerViews;
        this.people = people;
    }

    /** @param timeZone where the company is; UTC when absent */
    record FirstRunBody(
            @NotNull @Size(max = 120) String companyName,
            @NotNull @Size(max = 3) String currency,
            @NotNull @Size(max = 60) String login,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 200) String password,
            @NotNull @Size(max = 40) String code,
            @Nullable @Size(max = 60) String timeZone) {}

    /** @param timeZone where the company is; UTC when absent */
    record CompanyBody(
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 3) String currency,
            @Nullable @Size(max = 60) String timeZone) {}

    /** @param outstanding items of the last reconciliation, as CSV or cells of a spreadsheet; absent for none */
    public record BankAccountBody(
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 120) String bank,
            @NotNull @Size(max = 60) String number,
            @Nullable @Size(max = 3) String currency,
            @NotNull YearMonth openingMonth,
            @NotNull @Size(max = 40) String openingBalance,
            @Nullable @Size(max = 2_000_000) String outstanding,
            @Nullable Long cashAccountId,
            @Nullable @Valid BankAccountSettings settings) {}

    record OnePerson(boolean allowed) {}

    record SecondFactorAsked(boolean asked) {}

    record Created(long id) {}

    /** One at a time: of two who find the installation empty, the second finds it taken. */
    @PostMapping("/first-run")
    @Requires(Right.ANYONE)
    @ResponseStatus(HttpStatus.CREATED)
    synchronized Created firstRun(@RequestBody @Valid FirstRunBody body) {
        setUp.checkEmpty();
        firstRunCode.check(body.code());
        return new Created(setUp.firstRun(
                        new SetUp.FirstRun(
                                body.companyName(),
                                body.currency(),
                                body.timeZone(),
                                body.login(),
                                body.name(),
                                body.password()),
                        List.of())
                .id());
    }

    /** Another company; whoever administers one may add one. */
    @PostMapping("/companies")
    @Requires(Right.SIGNED_IN)
    @ResponseStatus(HttpStatus.CREATED)
    Created addCompany(@RequestBody @Valid CompanyBody body, Actor actor) {
        return new Created(setUp.addCompany(body.name(), body.currency(), body.timeZone(), actor)
                .id());
    }

    @GetMapping("/companies/{companyId}/set-up")
    @Requires(Right.VIEW)
    SetUpViews.SetUpView setUp(@PathVariable long companyId) {
        return views.of(companyId);
    }

    @GetMapping("/companies/{companyId}/bank-accounts")
    @Requires(Right.VIEW)
    List<SetUpViews.BankAccountView> bankAccounts(@PathVariable long companyId) {
        return views.bankAccounts(companyId);
    }

    /** @param id of the new account; absent in a preview */
    public record AddedAccount(
            @Nullable Long id, String ledgerBalance, String bankBalance, LedgerViews.BookedView booked) {}

    @PostMapping("/companies/{companyId}/bank-accounts")
    @Requires(Right.ADMINISTER)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public AddedAccount addBankAccount(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid BankAccountBody body,
            Actor actor) {
        SetUp.Added added = setUp.addBankAccount(
                companyId,
                new SetUp.NewBankAccount(
                        body.name(),
                        body.bank(),
                        body.number(),
                        body.currency() == null ? "" : body.currency(),
                        body.openingMonth(),
                        body.openingBalance(),
                        body.outstanding() == null ? "" : body.outstanding(),
                        body.cashAccountId()),
                actor.name());
        if (body.settings() != null) {
            keep(companyId, added.account(), body.settings(), actor);
        }
        BankAccount account = added.account();
        return new AddedAccount(
                preview ? null : account.id(),
                MinorUnits.toDecimal(account.openingMinorUnits(), account.currency()),
                MinorUnits.toDecimal(account.openingBankMinorUnits(), account.currency()),
                ledgerViews.shown(companyId, added.booked(), preview));
    }

    /** @param lastDay the last day somebody may work on the account; absent for no end */
    record AccessPart(long personId, @Nullable LocalDate lastDay) {}

    /**
     * The settings of a bank account; amounts as decimal text of its currency, absent for no limit.
     *
     * @param mostOutInADay what payments and transfers of one day may come to
     * @param oldCheckDays after how many days a check that is not paid is old; absent to leave it as it is
     * @param staleCheckDays after how many days it is stale; absent to leave it as it is
     * @param currencies what a transfer may exchange the account's own with; absent or empty for all
     * @param access of those who are limited to some bank accounts, who may work on this one; absent to leave it as it is
     */
    record BankAccountSettings(
            @NotNull @Size(max = 120) String name,
            @Nullable Long branchId,
            @Nullable @Size(max = 40) String leastPayment,
            @Nullable @Size(max = 40) String mostPayment,
            @Nullable @Size(max = 40) String mostOutInADay,
            boolean zeroPayment,
            @NotNull @Size(max = 40) String differenceTolerance,
            BankAccount.@NotNull CheckStock checkStock,
            @NotNull @Size(max = 12) String nextCheckNumber,
            @Nullable Integer oldCheckDays,
            @Nullable Integer staleCheckDays,
            boolean bookOnClearing,
            @Nullable Boolean depositsOnClearing,
            boolean active,
            @NotNull Map<Purpose, Long> purposes,
            @NotNull List<Long> sites,
            @Nullable @Size(max = 200) List<@NotNull @Size(max = 3) String> currencies,
            @Nullable @Size(max = 1000) List<@Valid AccessPart> access) {}

    @PutMapping("/companies/{companyId}/bank-accounts/{accountId}/settings")
    @Requires(Right.ADMINISTER)
    @Transactional
    public void change(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestBody @Valid BankAccountSettings body,
            Actor actor) {
        keep(companyId, bankAccounts.get(companyId, accountId), body, actor);
    }

    private void keep(long companyId, BankAccount account, BankAccountSettings body, Actor actor) {
        CurrencyUnit c = account.currency();
        AmountStyle style = companies.get(companyId).amountStyle();
        Map<Purpose, Long> purposes = new EnumMap<>(Purpose.class);
        purposes.putAll(body.purposes());
        setUp.change(
                companyId,
                account.id(),
                new BankAccount.Settings(
                        body.name(),
                        body.branchId(),
                        limit(body.leastPayment(), style, c, "leastPayment"),
                        limit(body.mostPayment(), style, c, "mostPayment"),
                        limit(body.mostOutInADay(), style, c, "mostOutInADay"),
                        body.zeroPayment(),
                        Math.abs(style.minorUnits(body.differenceTolerance(), c, "differenceTolerance")),
                        body.checkStock(),
                        body.nextCheckNumber().strip(),
                        body.oldCheckDays() == null ? account.checkAges().old() : body.oldCheckDays(),
                        body.staleCheckDays() == null ? account.checkAges().stale() : body.staleCheckDays(),
                        body.bookOnClearing(),
                        body.depositsOnClearing() == null ? account.depositsOnClearing() : body.depositsOnClearing(),
                        body.active(),
                        purposes,
                        new HashSet<>(body.sites()),
                        currencies(body.currencies())),
                actor.name());
        if (body.access() != null) {
            Map<Long, Optional<LocalDate>> allowed = new HashMap<>();
            body.access().forEach(a -> allowed.put(a.personId(), Optional.ofNullable(a.lastDay())));
            people.giveAccess(companyId, account.id(), allowed, actor.name());
        }
    }

    private static Set<String> currencies(@Nullable List<String> codes) {
        return codes == null
                ? Set.of()
                : codes.stream()
                        .map(code ->
                                MinorUnits.currency(code.strip(), "currencies").getCode())
                        .collect(Collectors.toSet());
    }

    private static @Nullable Long limit(@Nullable String text, AmountStyle style, CurrencyUnit currency, String where) {
        return text == null || text.isBlank() ? null : Long.valueOf(style.minorUnits(text, currency, where));
    }

    /** Takes over outstanding items from a CSV file or from pasted cells sent as one. */
    @PostMapping("/companies/{companyId}/bank-accounts/{accountId}/outstanding-items")
    @Requires(Right.ADMINISTER)
    @Transactional
    public SetUp.TakenOver takeOver(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestParam MultipartFile file,
            Actor actor)
            throws IOException {
        SetUp.TakenOver taken = setUp.takeOver(companyId, accountId, UploadedText.of(file), actor.name());
        if (preview) {
            Ledger.rollBackPreview();
        }
        return taken;
    }

    @PutMapping("/companies/{companyId}/one-person")
    @Requires(Right.ADMINISTER)
    void onePerson(@PathVariable long companyId, @RequestBody @Valid OnePerson body, Actor actor) {
        companies.allowOnePerson(companyId, body.allowed(), actor.name());
    }

    /** Whether everybody in the company signs in with a second factor; who has none sets it up before going on. */
    @PutMapping("/companies/{companyId}/second-factor")
    @Requires(Right.ADMINISTER)
    void secondFactor(@PathVariable long companyId, @RequestBody @Valid SecondFactorAsked body, Actor actor) {
        companies.askSecondFactor(companyId, body.asked(), actor.name());
    }
}
