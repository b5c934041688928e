package tidemark.core.bankfile;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;

/**
 * A payment message of ISO 20022: direct debits (pain.008) or credit transfers (pain.001) of SEPA, in batches. Amounts in
 * cents of the euro.
 *
 * @param id identifies the message at the bank, at most 35 characters, never used before
 * @param initiator who sends it
 */
public record PaymentMessage(Version version, String id, LocalDateTime created, String initiator, List<Batch> batches) {
    /** The messages and versions that are written and read. */
    public enum Version {
        CREDITS_03("pain.001.001.03", false),
        CREDITS_09("pain.001.001.09", false),
        DEBITS_02("pain.008.001.02", true),
        DEBITS_08("pain.008.001.08", true);

        private final String code;
        private final boolean debits;

        Version(String code, boolean debits) {
            this.code = code;
            this.debits = debits;
        }

        public String code() {
            return code;
        }

        public boolean isDebits() {
            return debits;
        }

        /** Whether it names a bank by the element of the later versions. */
        boolean isLater() {
            return this == CREDITS_09 || this == DEBITS_08;
        }

        String namespace() {
            return "urn:iso:std:iso:20022:tech:xsd:" + code;
        }

        static Optional<Version> of(String namespace) {
            for (Version v : values()) {
                if (v.namespace().equals(namespace)) {
                    return Optional.of(v);
                }
            }
            return Optional.empty();
        }
    }

    /** Which scheme of direct debits. */
    public enum Scheme {
        CORE,
        B2B
    }

    /** Which of a mandate's collections it is. */
    public enum Sequence {
        /** The first of several. */
        FRST,
        /** One of several. */
        RCUR,
        /** The last. */
        FNAL,
        /** The only one. */
        OOFF
    }

    /**
     * Transactions of one account on one day.
     *
     * @param day on which it is collected or executed
     * @param name of the own company, whose account it is
     * @param bic empty where the bank finds it by the IBAN
     * @param oneBooking whether the bank books the batch as one sum
     * @param debits what only direct debits have
     */
    public record Batch(
            String id,
            LocalDate day,
            String name,
            String iban,
            String bic,
            boolean oneBooking,
            Optional<Collecting> debits,
            List<Transaction> transactions) {
        /** Sum in cents. */
        public long sum() {
            return transactions.stream().mapToLong(Transaction::amount).reduce(0, Math::addExact);
        }
    }

    /** @param creditorId identifier of the creditor */
    public record Collecting(Scheme scheme, Sequence sequence, String creditorId) {}

    /**
     * @param endToEnd identification that comes back with its return
     * @param name of the other party; {@code bic} empty where the bank finds it by the IBAN
     * @param purpose of the ISO list, four letters; empty for none
     * @param mandate of a direct debit
     */
    public record Transaction(
            String endToEnd,
            long amount,
            String name,
            String iban,
            String bic,
            String text,
            String purpose,
            Optional<SignedMandate> mandate) {}

    /** @param changed what became of it since it was last used */
    public record SignedMandate(String id, LocalDate signed, Optional<Amendment> changed) {}

    /**
     * What is another since the last collection; empty for what stayed.
     *
     * @param newAccount whether the debtor has another account, be it at another bank
     * @param iban the former account, where it is told
     */
    public record Amendment(String mandate, String creditorName, String creditorId, String iban, boolean newAccount) {}

    public int count() {
        return batches.stream().mapToInt(b -> b.transactions().size()).sum();
    }

    public long sum() {
        return batches.stream().mapToLong(Batch::sum).reduce(0, Math::addExact);
    }
}
