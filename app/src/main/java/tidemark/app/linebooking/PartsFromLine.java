package tidemark.app.linebooking;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.PartyNames;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.SplitPart;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * A line in parts, in amounts and shares of what the amounts leave: each on a ledger account, as money of somebody, or as
 * a transfer with another own account.
 */
@Component
class PartsFromLine implements LineBooking<PartsFromLine.PartsChoice> {
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final PartyNames parties;

    PartsFromLine(Ledger ledger, BankAccounts bankAccounts, PartyNames parties) {
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.parties = parties;
    }

    record PartsChoice(@NotNull @Valid @Size(max = 20) List<PartChoice> parts) {}

    /**
     * One part. It is on an account, of a party or with another own account; the one that is given of the three.
     *
     * @param account code of a ledger account
     * @param role in which the party is somebody's
     * @param amount decimal text without sign; absent for a share
     * @param share per cent with at most two decimal places; absent for an amount
     */
    record PartChoice(
            @Nullable @Size(max = 20) String account,
            @Nullable Control role,
            @Nullable Long partyId,
            @Nullable Long otherBankAccountId,
            @Nullable @Size(max = 40) String amount,
            @Nullable @Size(max = 10) String share,
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 40) String taxCode) {
        /** @param code on which it is booked */
        private SplitPart core(CurrencyUnit currency, String code, PartyId party, String name) {
            return new SplitPart(
                    code,
                    amount == null || amount.isBlank()
                            ? OptionalLong.empty()
                            : OptionalLong.of(MinorUnits.parse(amount.strip(), currency, "parts")),
                    basisPoints(share),
                    AccountFromLine.plain(costCentre),
                    AccountFromLine.plain(taxCode),
                    party,
                    name);
        }

        private String accountCode() {
            return AccountFromLine.plain(account);
        }

        /** Where it goes, as far as that can be said without the books; empty where nothing is chosen. */
        private String where() {
            return partyId != null && role != null && role != Control.NONE
                    ? "party"
                    : otherBankAccountId != null ? "other" : accountCode();
        }

        private PartyId party() {
            return partyId == null ? PartyId.NONE : new PartyId(partyId);
        }

        private static OptionalInt basisPoints(@Nullable String share) {
            if (share == null || share.isBlank()) {
                return OptionalInt.empty();
            }
            try {
                return OptionalInt.of(AmountStyle.POINT
                        .decimal(share, 2, "parts")
                        .movePointRight(2)
                        .intValueExact());
            } catch (RuleViolation | ArithmeticException e) {
                throw new RuleViolation(
                        "split.share",
                        "parts",
                        "“" + share + "”",
                        say("split.share.expected"),
                        say("split.share.remedy"));
            }
        }

        PartChoice plain(AmountStyle style) {
            return new PartChoice(
                    account,
                    role,
                    partyId,
                    otherBankAccountId,
                    plain(amount, style),
                    plain(share, style),
                    costCentre,
                    taxCode);
        }

        private static @Nullable String plain(@Nullable String typed, AmountStyle style) {
            return typed == null ? null : style.plain(typed).orElse(typed);
        }
    }

    @Override
    public String kind() {
        return "SPLIT";
    }

    @Override
    public Class<PartsChoice> type() {
        return PartsChoice.class;
    }

    /** Fixed amounts are those of one line. */
    @Override
    public boolean repeats(PartsChoice details) {
        return details.parts().stream().allMatch(p -> p.share() != null);
    }

    @Override
    public PartsChoice plain(PartsChoice details, AmountStyle style) {
        return new PartsChoice(details.parts().stream().map(p -> p.plain(style)).toList());
    }

    @Override
    public void check(PartsChoice details, CurrencyUnit currency) {
        if (details.parts().size() < 2) {
            throw new RuleViolation(
                    "booking.parts",
                    "parts",
                    say("booking.parts.found"),
                    say("booking.parts.expected"),
                    say("booking.parts.remedy"));
        }
        SplitPart.check(details.parts().stream()
                .map(p -> p.core(currency, p.where(), p.party(), ""))
                .toList());
    }

    @Override
    public Set<Long> ledgerAccounts(long companyId, PartsChoice details) {
        Set<Long> out = new HashSet<>(ledger.accountIds(
                companyId,
                details.parts().stream()
                        .map(PartChoice::accountCode)
                        .filter(code -> !code.isEmpty())
                        .toList()));
        details.parts().stream()
                .map(PartChoice::otherBankAccountId)
                .filter(Objects::nonNull)
                .forEach(id -> out.add(bankAccounts.get(companyId, id).ledgerAccountId()));
        return out;
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, PartsChoice details) {
        return new Planned(
                BankLineBooking.parted(
                        movement.money(),
                        books.cashCode(),
                        details.parts().stream().map(p -> part(books, p)).toList(),
                        books.taxes(movement.money().date())),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }

    private SplitPart part(AccountBooks books, PartChoice part) {
        CurrencyUnit currency = books.account().currency();
        Control role = part.role();
        if (part.partyId() != null && role != null && role != Control.NONE) {
            String name = parties.nameOf(books.companyId(), role, part.party());
            return part.core(currency, books.codeFor(role.purpose()), part.party(), name);
        }
        if (part.otherBankAccountId() != null) {
            BankAccount other = bankAccounts.get(books.companyId(), part.otherBankAccountId());
            return part.core(currency, books.codeTo(other), PartyId.NONE, "");
        }
        return part.core(currency, part.accountCode(), PartyId.NONE, "");
    }
}
