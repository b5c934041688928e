package tidemark.core.movement;

import static tidemark.core.words.Catalogue.say;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import tidemark.core.ledger.Means;

/**
 * What the code of a bank line says that it is, as far as a standard has it: ISO 20022 bank transaction codes (domain,
 * family and sub-family, of which the narrowest that is known counts), the type codes of BAI2, the transaction types of
 * SWIFT's field 61, those of OFX, and the words that banks put into tables: {@code ACH}, {@code WIRE}, {@code DD}.
 */
public enum BankCode {
    RETURNED(
            Set.of("UPCQ", "CQRV", "UPDD", "PRDD", "RRTN", "RTI", "RTN", "255", "257", "555", "557"),
            Set.of(),
            Set.of()),
    FEE(Set.of(), Set.of(), Set.of("CHRG", "COMM", "FEES", "CHG", "COM", "FEE", "SRVCHG", "661", "698")),
    INTEREST(Set.of("INTR", "INT", "CINT", "354", "654"), Set.of(), Set.of()),
    OWN_TRANSFER(
            Set.of("BOOK", "XFER", "SWEP", "ZABA", "TOPG", "CAPL", "191", "206", "275", "491", "506", "575"),
            Set.of(),
            Set.of()),
    CHECK(Set.of("CCHQ"), Set.of(), Set.of("ICHQ", "CHK", "CHECK", "472", "474", "475")),
    LOCKBOX(Set.of("LBOX", "LBX", "115"), Set.of(), Set.of()),
    DEPOSIT(Set.of("CNTR", "CDPT", "CHKD", "DEP"), Set.of("RCHQ", "CHK", "174", "175", "301"), Set.of()),
    PAYROLL(Set.of("SALA"), Set.of(), Set.of()),
    TAX(Set.of("TAXE"), Set.of(), Set.of()),
    WIRE(Set.of("XBCT", "SDVA", "WIRE", "195", "208", "495", "508"), Set.of(), Set.of()),
    COLLECTION(Set.of(), Set.of("IDDT", "DDT", "DD", "155"), Set.of()),
    DIRECT_DEBIT(Set.of(), Set.of(), Set.of("RDDT", "ESDD", "BBDD", "DDT", "DD", "DIRECTDEBIT", "451", "455")),
    CARD_TAKINGS(Set.of("MCRD"), Set.of("CARD"), Set.of()),
    CARD(Set.of("CCRD", "POS"), Set.of(), Set.of("CARD")),
    CASH(Set.of("CWDL", "ATM", "CASH"), Set.of(), Set.of()),
    STANDING_ORDER(Set.of("STDO", "STO", "REPEATPMT"), Set.of(), Set.of()),
    EXCHANGE(Set.of("FORX", "FEX", "214", "514"), Set.of(), Set.of()),
    LOAN(Set.of("LDAS", "LDP", "171", "481"), Set.of(), Set.of()),
    TRANSFER(
            Set.of(
                    "RCDT",
                    "ICDT",
                    "ESCT",
                    "ACDT",
                    "DMCT",
                    "TRF",
                    "ACH",
                    "DIRECTDEP",
                    "PAYMENT",
                    "142",
                    "165",
                    "169",
                    "469"),
            Set.of(),
            Set.of());

    private final Set<String> either;
    private final Set<String> in;
    private final Set<String> out;

    /** Codes of money in or out, of money in alone, of money out alone. */
    BankCode(Set<String> either, Set<String> in, Set<String> out) {
        this.either = either;
        this.in = in;
        this.out = out;
    }

    /**
     * What a code says; empty for a code of the bank's own and for none.
     *
     * @param moneyIn the side it stands on, as some codes say different things of money in and out
     *
     * <p>Cost: O(length of the code).
     */
    public static Optional<BankCode> of(String code, boolean moneyIn) {
        List<String> parts = List.of(code.strip().toUpperCase(Locale.ROOT).split("[^A-Z0-9]+"))
                .reversed();
        return parts.stream()
                .flatMap(part -> known(part, moneyIn)
                        // a transaction type of field 61 has the letter of its booking before it
                        .or(() -> part.matches("[NFS][A-Z]{3}") ? known(part.substring(1), moneyIn) : Optional.empty())
                        .stream())
                .findFirst();
    }

    private static Optional<BankCode> known(String part, boolean moneyIn) {
        return Arrays.stream(values())
                .filter(c -> c.either.contains(part) || (moneyIn ? c.in : c.out).contains(part))
                .findFirst();
    }

    /** How what it names travels to the bank or from it; empty where it waits on no in-transit account. */
    public Optional<Means> means() {
        return switch (this) {
            case CHECK, DEPOSIT, LOCKBOX -> Optional.of(Means.CHECKS);
            case TRANSFER, COLLECTION, DIRECT_DEBIT, PAYROLL -> Optional.of(Means.ACH);
            case WIRE -> Optional.of(Means.WIRES);
            case CARD, CARD_TAKINGS -> Optional.of(Means.CARDS);
            case RETURNED, FEE, INTEREST, OWN_TRANSFER, TAX, CASH, STANDING_ORDER, EXCHANGE, LOAN -> Optional.empty();
        };
    }

    /** As a heading: {@code Check paid}. */
    public String words() {
        return switch (this) {
            case RETURNED -> say("movement.code.returned");
            case FEE -> say("movement.code.fee");
            case INTEREST -> say("movement.code.interest");
            case OWN_TRANSFER -> say("movement.code.ownTransfer");
            case CHECK -> say("movement.code.check");
            case LOCKBOX -> say("movement.code.lockbox");
            case DEPOSIT -> say("movement.code.deposit");
            case PAYROLL -> say("movement.code.payroll");
            case TAX -> say("movement.code.tax");
            case WIRE -> say("movement.code.wire");
            case COLLECTION -> say("movement.code.collection");
            case DIRECT_DEBIT -> say("movement.code.directDebit");
            case CARD_TAKINGS -> say("movement.code.cardTakings");
            case CARD -> say("movement.code.card");
            case CASH -> say("movement.code.cash");
            case STANDING_ORDER -> say("movement.code.standingOrder");
            case EXCHANGE -> say("movement.code.exchange");
            case LOAN -> say("movement.code.loan");
            case TRANSFER -> say("movement.code.transfer");
        };
    }
}
