package tidemark.core.certificate;

import java.time.Instant;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.proof.Ladder;
import tidemark.core.proof.Proof;
import tidemark.core.proof.ProofItem;
import tidemark.core.proof.ProofOfCash;
import tidemark.core.proof.Reconciliation;
import tidemark.core.statement.StatementHeader;

/**
 * Everything a certificate says, as the tree that is sealed. Amounts are decimal text of the currency, negatives with
 * a minus.
 */
public final class CertificateContent {
    public static final String FORMAT = "tide-mark-certificate/1";

    private CertificateContent() {}

    /** Who acted and when. */
    public record Signature(Person person, Instant at) {}

    /** A statement with the digest of the file it came from; empty for one typed from paper. */
    public record StatementProof(StatementHeader header, int lines, String fileSha256) {}

    /** A certificate of the same month that this one replaces after reopening. */
    public record Replaced(String seal, String reason) {}

    /** @param accountTitle how the account is called, such as {@code Operating, Northbank ··4417} */
    public record Input(
            String company,
            String accountTitle,
            String accountNumber,
            String ledgerAccount,
            YearMonth month,
            long previousClosing,
            List<StatementProof> statements,
            Reconciliation reconciliation,
            Signature preparedBy,
            Signature certifiedBy,
            boolean onePerson,
            Optional<Replaced> replaces,
            String previousSeal) {
        public Input {
            statements = List.copyOf(statements);
        }
    }

    /** Builds the tree; the same input gives the same canonical text. */
    public static Map<String, Object> of(Input in) {
        Reconciliation r = in.reconciliation();
        CurrencyUnit currency = r.currency();
        Proof proof = Proof.closing(r);
        Ladder ladder = Ladder.of(r);
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("format", FORMAT);
        out.put("company", in.company());
        out.put("account", in.accountTitle());
        out.put("accountNumber", in.accountNumber());
        out.put("ledgerAccount", in.ledgerAccount());
        out.put("currency", currency.getCode());
        out.put("decimalPlaces", currency.getDecimalPlaces());
        out.put("month", in.month().toString());
        out.put("from", r.from().toString());
        out.put("to", r.to().toString());
        out.put("previousClosing", MinorUnits.toDecimal(in.previousClosing(), currency));
        out.put("previousSeal", in.previousSeal());
        out.put(
                "statements",
                in.statements().stream().map(s -> statement(s, currency)).toList());
        Map<String, Object> lines = new LinkedHashMap<>();
        lines.put("count", ladder.rows().size());
        lines.put("matched", (int) ladder.rows().stream()
                .filter(row -> row.state() == Ladder.State.MATCHED)
                .count());
        lines.put("bankErrors", (int) ladder.rows().stream()
                .filter(row -> row.state() == Ladder.State.BANK_ERROR)
                .count());
        out.put("bankLines", lines);
        out.put("proof", proof(proof, currency));
        out.put("proofOfCash", proofOfCash(ProofOfCash.of(r), currency));
        out.put("preparedBy", signature(in.preparedBy()));
        out.put("certifiedBy", signature(in.certifiedBy()));
        out.put("onePerson", in.onePerson());
        in.replaces().ifPresent(old -> {
            Map<String, Object> replaced = new LinkedHashMap<>();
            replaced.put("seal", old.seal());
            replaced.put("reason", old.reason());
            out.put("replaces", replaced);
        });
        return out;
    }

    private static Map<String, Object> statement(StatementProof s, CurrencyUnit currency) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("reference", s.header().reference());
        out.put("from", s.header().from().toString());
        out.put("to", s.header().to().toString());
        out.put("opening", MinorUnits.toDecimal(s.header().openingMinorUnits(), currency));
        out.put("closing", MinorUnits.toDecimal(s.header().closingMinorUnits(), currency));
        out.put("lines", s.lines());
        out.put("fileSha256", s.fileSha256());
        return out;
    }

    static Map<String, Object> signature(Signature s) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("login", s.person().login());
        out.put("name", s.person().name());
        out.put("at", s.at().toString());
        return out;
    }

    /** The proof as a tree of decimal text; also what the interface shows. */
    public static Map<String, Object> proof(Proof p, CurrencyUnit currency) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("bankBalance", MinorUnits.toDecimal(p.bankBalance(), currency));
        out.put("onTheWay", items(p.onTheWay(), currency));
        out.put("notPresented", items(p.notPresented(), currency));
        out.put("bankErrors", items(p.bankErrors(), currency));
        out.put("adjustedBank", MinorUnits.toDecimal(p.adjustedBank(), currency));
        out.put("ledgerBalance", MinorUnits.toDecimal(p.ledgerBalance(), currency));
        out.put("notBookedIn", items(p.notBookedIn(), currency));
        out.put("notBookedOut", items(p.notBookedOut(), currency));
        out.put("ledgerErrors", items(p.ledgerErrors(), currency));
        out.put("adjustedLedger", MinorUnits.toDecimal(p.adjustedLedger(), currency));
        out.put("gap", MinorUnits.toDecimal(p.gap(), currency));
        return out;
    }

    private static Map<String, Object> items(List<ProofItem> items, CurrencyUnit currency) {
        List<Object> list = new ArrayList<>();
        for (ProofItem item : items) {
            Map<String, Object> entry = new LinkedHashMap<>();
            entry.put("date", item.date().toString());
            entry.put("title", item.title());
            entry.put("amount", MinorUnits.toDecimal(item.minorUnits(), currency));
            if (!item.note().isEmpty()) {
                entry.put("note", item.note());
            }
            list.add(entry);
        }
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("total", MinorUnits.toDecimal(Proof.total(items), currency));
        out.put("items", list);
        return out;
    }

    private static Map<String, Object> proofOfCash(ProofOfCash p, CurrencyUnit currency) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("bank", p.bankRows().stream().map(row -> row(row, currency)).toList());
        out.put("adjustedBank", row(p.adjustedBank(), currency));
        out.put("ledger", p.ledgerRows().stream().map(row -> row(row, currency)).toList());
        out.put("adjustedLedger", row(p.adjustedLedger(), currency));
        return out;
    }

    private static Map<String, Object> row(ProofOfCash.Row row, CurrencyUnit currency) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("name", row.name());
        out.put("opening", MinorUnits.toDecimal(row.opening(), currency));
        out.put("in", MinorUnits.toDecimal(row.in(), currency));
        out.put("out", MinorUnits.toDecimal(row.out(), currency));
        out.put("closing", MinorUnits.toDecimal(row.closing(), currency));
        return out;
    }
}
