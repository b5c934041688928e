package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.PublicAddress;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.setup.SetUp;
import tidemark.core.problem.RuleViolation;

/** Bank links over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class BankLinkController {
    private static final int SOON = 14;

    private final BankLinks links;
    private final LinkRecords records;
    private final PracticeControls practiceControls;
    private final Banks banks;
    private final SetUp setUp;

    private final PublicAddress address;

    BankLinkController(
            BankLinks links,
            LinkRecords records,
            PracticeControls practiceControls,
            Banks banks,
            SetUp setUp,
            PublicAddress address) {
        this.address = address;
        this.links = links;
        this.records = records;
        this.practiceControls = practiceControls;
        this.banks = banks;
        this.setUp = setUp;
    }

    record LinkableBank(String id, String name) {}

    record FoundAccount(
            long id,
            String number,
            String name,
            String currency,
            @Nullable Long accountId) {}

    /**
     * @param advice what a person should do now, or empty
     * @param renewing a new consent was asked for and not given yet; the one before goes on
     */
    record LinkView(
            long id,
            String bank,
            String bankName,
            BankLink.State state,
            LocalDate validUntil,
            boolean renewing,
            int everyHours,
            int daysBack,
            String trouble,
            String advice,
            @Nullable Instant lastGoodAt,
            @Nullable Instant nextPollAt,
            boolean practice,
            List<FoundAccount> accounts) {}

    record NewLink(
            @NotNull @Size(max = 40) String bank,
            @Min(1) @Max(168) int everyHours,
            @Min(1) @Max(730) int daysBack) {}

    record Rhythm(
            @Min(1) @Max(168) int everyHours,
            @Min(1) @Max(730) int daysBack) {}

    record BankSignIn(String at) {}

    record Feeds(@Nullable Long accountId) {}

    /** An account of ours made for one found at the bank. */
    record NewOwn(
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 7) String openingMonth,
            @NotNull @Size(max = 40) String openingBalance) {}

    record FetchedView(long accountId, String state, int lines, int interim, String told) {}

    record StageView(LocalDate date, String trouble, int instructions) {
        static StageView of(PracticeControls.Stage s) {
            return new StageView(s.date(), s.trouble(), s.instructions());
        }
    }

    record Advance(@NotNull LocalDate to) {}

    record Trouble(@NotNull @Size(max = 20) String trouble) {}

    @GetMapping("/banks")
    @Requires(Right.VIEW)
    List<LinkableBank> banks(@PathVariable long companyId) {
        return banks.list().stream()
                .map(b -> new LinkableBank(b.id(), b.name()))
                .toList();
    }

    @GetMapping("/bank-links")
    @Requires(Right.VIEW)
    List<LinkView> list(@PathVariable long companyId) {
        return records.list(companyId).stream()
                .filter(l -> l.state() != BankLink.State.ENDED)
                .map(this::view)
                .toList();
    }

    private LinkView view(BankLink l) {
        return new LinkView(
                l.id(),
                l.bank(),
                banks.list().stream()
                        .filter(b -> b.id().equals(l.bank()))
                        .map(Banks.Bank::name)
                        .findFirst()
                        .orElse(say("link.whichIsNoLongerSetUpHere", l.bank())),
                l.state(),
                l.validUntil(),
                !l.askedConsentId().isEmpty(),
                l.everyHours(),
                l.daysBack(),
                l.trouble(),
                advice(l.companyId(), l),
                l.lastGoodAt(),
                l.nextPollAt(),
                l.bank().equals(Banks.PRACTICE),
                records.accounts(l.id()).stream()
                        .map(a -> new FoundAccount(a.id(), a.number(), a.name(), a.currency(), a.bankAccountId()))
                        .toList());
    }

    private String advice(long companyId, BankLink l) {
        LocalDate today = records.today(companyId);
        return switch (l.state()) {
            case ASKED -> say("link.signInAtTheBankToGive");
            case LAPSED -> say("link.renewTheConsentAtTheBankNothing");
            case VALID ->
                !l.askedConsentId().isEmpty()
                        ? say("link.aNewConsentIsAskedForSign")
                        : l.validUntil().isBefore(today.plusDays(SOON))
                                ? say(
                                        "link.theConsentLapsesOnRenewItBefore",
                                        tidemark.core.problem.Words.day(l.validUntil()))
                                : records.accounts(l.id()).stream().allMatch(a -> a.bankAccountId() == null)
                                        ? say("link.tieAnAccountThatWasFoundTo")
                                        : "";
            case ENDED -> "";
        };
    }

    @PostMapping("/bank-links")
    @Requires(Right.ADMINISTER)
    BankSignIn ask(
            @PathVariable long companyId, @RequestBody @Valid NewLink body, HttpServletRequest request, Actor actor) {
        return new BankSignIn(asked(() -> links.ask(
                        companyId, body.bank(), body.everyHours(), body.daysBack(), returnTo(request), actor.name()))
                .signInAt());
    }

    private String returnTo(HttpServletRequest request) {
        return address.of(request) + "/bank-links?back=yes";
    }

    /** A bank in trouble is told of as a problem like any other, in plain words. */
    private static <T> T asked(Supplier<T> work) {
        try {
            return work.get();
        } catch (LinkFailure e) {
            throw new RuleViolation(
                    "link." + e.kind().name().toLowerCase(java.util.Locale.ROOT),
                    "",
                    e.told(),
                    say("link.aBankThatAnswersAndAValid"),
                    e.kind() == LinkFailure.Kind.LAPSED ? say("link.renewTheConsent") : say("link.tryAgainLater"));
        }
    }

    @PostMapping("/bank-links/{linkId}/renew")
    @Requires(Right.ADMINISTER)
    BankSignIn renew(@PathVariable long companyId, @PathVariable long linkId, HttpServletRequest request, Actor actor) {
        return new BankSignIn(asked(() -> links.renew(companyId, linkId, returnTo(request), actor.name()))
                .signInAt());
    }

    /** Tests the link: how the consent stands, and which accounts it opens. */
    @PostMapping("/bank-links/{linkId}/test")
    @Requires(Right.PREPARE)
    LinkView test(@PathVariable long companyId, @PathVariable long linkId, Actor actor) {
        return view(asked(() -> links.refresh(companyId, linkId, actor.name())));
    }

    @PutMapping("/bank-links/{linkId}")
    @Requires(Right.ADMINISTER)
    LinkView rhythm(
            @PathVariable long companyId, @PathVariable long linkId, @RequestBody @Valid Rhythm body, Actor actor) {
        return view(records.change(
                companyId,
                linkId,
                l -> l.rhythm(body.everyHours(), body.daysBack()),
                actor.name(),
                say("link.asksEveryHoursDaysBack").formatted(body.everyHours(), body.daysBack())));
    }

    @PutMapping("/bank-links/{linkId}/accounts/{foundId}")
    @Requires(Right.ADMINISTER)
    void feed(
            @PathVariable long companyId,
            @PathVariable long linkId,
            @PathVariable long foundId,
            @RequestBody @Valid Feeds body,
            Actor actor) {
        records.feed(companyId, linkId, foundId, body.accountId(), actor.name());
    }

    /** Makes an account of ours for a found one, and ties the two. */
    @PostMapping("/bank-links/{linkId}/accounts/{foundId}/own")
    @Requires(Right.ADMINISTER)
    void own(
            @PathVariable long companyId,
            @PathVariable long linkId,
            @PathVariable long foundId,
            @RequestBody @Valid NewOwn body,
            Actor actor) {
        links.own(
                companyId,
                linkId,
                foundId,
                body.name(),
                body.openingMonth(),
                body.openingBalance(),
                actor.name(),
                setUp);
    }

    @PostMapping("/bank-links/{linkId}/poll")
    @Requires(Right.PREPARE)
    List<FetchedView> poll(@PathVariable long companyId, @PathVariable long linkId, Actor actor) {
        return asked(() -> links.poll(companyId, linkId, actor.name())).stream()
                .map(f -> new FetchedView(f.accountId(), f.state(), f.lines(), f.interim(), f.told()))
                .toList();
    }

    @DeleteMapping("/bank-links/{linkId}")
    @Requires(Right.ADMINISTER)
    void end(@PathVariable long companyId, @PathVariable long linkId, Actor actor) {
        links.end(companyId, linkId, actor.name());
    }

    @GetMapping("/bank-links/{linkId}/practice-controls")
    @Requires(Right.PREPARE)
    StageView stage(@PathVariable long companyId, @PathVariable long linkId) {
        return StageView.of(asked(() -> practiceControls.stage(companyId, linkId)));
    }

    @PostMapping("/bank-links/{linkId}/practice-controls/advance")
    @Requires(Right.PREPARE)
    StageView advance(@PathVariable long companyId, @PathVariable long linkId, @RequestBody @Valid Advance body) {
        return StageView.of(asked(() -> practiceControls.advance(companyId, linkId, body.to())));
    }

    @PostMapping("/bank-links/{linkId}/practice-controls/trouble")
    @Requires(Right.PREPARE)
    StageView trouble(@PathVariable long companyId, @PathVariable long linkId, @RequestBody @Valid Trouble body) {
        return StageView.of(asked(() -> practiceControls.trouble(companyId, linkId, body.trouble())));
    }

    /** @param code of the reason, of ACH or SEPA, or of a notification of change */
    record ComesBack(
            @NotNull @Size(max = 70) String name,

            @NotNull @Pattern(regexp = "[RC][0-9]{2}|[A-Z]{2}[0-9]{2}")
            String code) {}

    @PostMapping("/bank-links/{linkId}/practice-controls/comes-back")
    @Requires(Right.PREPARE)
    StageView comesBack(@PathVariable long companyId, @PathVariable long linkId, @RequestBody @Valid ComesBack body) {
        return StageView.of(asked(() -> practiceControls.comesBack(companyId, linkId, body.name(), body.code())));
    }
}
