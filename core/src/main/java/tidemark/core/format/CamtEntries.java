package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.LocalDate;
import javax.xml.stream.XMLStreamException;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadWarning;

/**
 * Reads the entries of a camt statement. An entry is one line, whether it has no details, those of one transaction, or
 * those of a batch; the parts of a batch are told in words, and must make the entry's amount where all of them name one.
 */
final class CamtEntries {
    private final XmlCursor cursor;
    private final CamtCurrency currency;
    private final StatementSink sink;
    private final LineDraft draft = new LineDraft();
    private final Transaction transaction = new Transaction();
    private long position;

    private String entryReference = "";
    private String status = "";
    private String info = "";
    private String remittance = "";
    private String endToEnd = "";
    private String structured = "";
    private String party = "";
    private boolean debit;
    private boolean reversal;
    private @Nullable LocalDate booked;
    private int transactions;
    private int withAmount;
    private long partsMade;
    private final XmlCursor.Child field = this::field;
    private final XmlCursor.Child detail = this::detail;
    private final XmlCursor.Child code = this::code;
    private String domain = "";
    private String proprietary = "";
    private String firstName = "";
    private String firstEndToEnd = "";
    private String firstAmount = "";

    /** One transaction of an entry. */
    private static final class Transaction {
        private String endToEnd = "";
        private String debtor = "";
        private String creditor = "";
        private String ultimateDebtor = "";
        private String ultimateCreditor = "";
        private String remittance = "";
        private String structured = "";
        private String amount = "";
        private String amountCurrency = "";
        private boolean debit;

        void clear(boolean side) {
            endToEnd = "";
            debtor = "";
            creditor = "";
            ultimateDebtor = "";
            ultimateCreditor = "";
            remittance = "";
            structured = "";
            amount = "";
            amountCurrency = "";
            debit = side;
        }
    }

    CamtEntries(XmlCursor cursor, CamtCurrency currency, StatementSink sink) {
        this.cursor = cursor;
        this.currency = currency;
        this.sink = sink;
    }

    void begin() {
        position = 0;
    }

    static boolean isDebit(XmlCursor cursor) throws XMLStreamException {
        String side = cursor.text();
        return switch (side) {
            case "DBIT" -> true;
            case "CRDT" -> false;
            default ->
                throw XmlCursor.at(
                        cursor.line(),
                        "side.unreadable",
                        say("side.unreadable.asCdtdbtind", side),
                        say("side.unreadable.crdtOrDbit"),
                        say("side.unreadable.fetchTheFileFromTheBankAgain"));
        };
    }

    /** Reads the entry the cursor stands on and hands it on. */
    void read() throws XMLStreamException {
        clear();
        cursor.children(field);
        if (status.equals("INFO")) {
            sink.warn(ReadWarning.note(
                    draft.fileLine,
                    "line.information",
                    say("line.information.found"),
                    say("line.information.expected"),
                    say("line.information.remedy")));
            return;
        }
        draft.pending = status.equals("PDNG") || status.equals("FUTR");
        if (booked == null && draft.pending) {
            booked = draft.value;
        }
        if (booked == null) {
            throw XmlCursor.at(
                    draft.fileLine,
                    "line.date.missing",
                    say("line.date.missing.anEntryWithoutABookingDate"),
                    say("line.date.missing.bookgdtOnEveryBookedEntry"),
                    say("line.date.missing.fetchTheFileFromTheBankAgain"));
        }
        if (draft.amount == 0) {
            sink.warn(ReadWarning.note(
                    draft.fileLine,
                    "amount.zero",
                    say("amount.zero.found2"),
                    say("amount.zero.expected"),
                    say("amount.zero.remedy")));
            return;
        }
        checkParts();
        draft.amount = debit ? -draft.amount : draft.amount;
        draft.booked = booked;
        String own = endToEnd.isEmpty() ? structured : endToEnd;
        draft.reference = own.isEmpty() ? entryReference : own;
        draft.counterparty = party;
        draft.text = remittance.isEmpty() ? (structured.isEmpty() ? info : structured) : remittance;
        if (reversal) {
            draft.extra("reversal");
        }
        if (transactions > 1) {
            draft.extra(say("format.batchOf", transactions));
        }
        position++;
        sink.line(draft.line(position));
    }

    private void clear() {
        draft.clear();
        draft.fileLine = cursor.line();
        entryReference = "";
        status = "";
        info = "";
        remittance = "";
        endToEnd = "";
        structured = "";
        party = "";
        debit = false;
        reversal = false;
        booked = null;
        transactions = 0;
        withAmount = 0;
        partsMade = 0;
    }

    private void field(String name) throws XMLStreamException {
        switch (name) {
            case "NtryRef" -> entryReference = cursor.text();
            case "Amt" -> draft.amount = currency.amount(cursor);
            case "CdtDbtInd" -> debit = isDebit(cursor);
            case "RvslInd" -> {
                String value = cursor.text();
                reversal = value.equals("true") || value.equals("1");
            }
            case "Sts" -> status = cursor.textOrCode();
            case "BookgDt" -> cursor.children(d -> booked = cursor.date());
            case "ValDt" -> cursor.children(d -> draft.value = cursor.date());
            case "AcctSvcrRef" -> draft.bankReference = cursor.text();
            case "BkTxCd" -> transactionCode();
            case "Chrgs" -> charges();
            case "AmtDtls" -> amountDetails();
            case "NtryDtls" ->
                cursor.children(d -> {
                    if (d.equals("TxDtls")) {
                        transaction();
                    } else {
                        cursor.skip();
                    }
                });
            case "TxDtls" -> transaction();
            case "AddtlNtryInf" -> info = cursor.text();
            default -> cursor.skip();
        }
    }

    /** Where every part of a batch names an amount in the account's currency, they make the entry's. */
    private void checkParts() {
        CurrencyUnit unit = currency.unit;
        if (transactions > 1 && withAmount == transactions && unit != null) {
            long signed = debit ? -draft.amount : draft.amount;
            if (partsMade != signed) {
                sink.warn(ReadWarning.breach(
                        draft.fileLine,
                        "line.parts",
                        say("line.parts.found", transactions, MinorUnits.report(partsMade, unit)),
                        say("line.parts.expected", MinorUnits.report(signed, unit)),
                        say("line.parts.remedy")));
            }
        }
    }

    private void transactionCode() throws XMLStreamException {
        domain = "";
        proprietary = "";
        cursor.children(code);
        draft.code = domain.isEmpty() ? proprietary : domain;
    }

    private void code(String kind) throws XMLStreamException {
        switch (kind) {
            case "Domn" ->
                cursor.children(d -> {
                    if (d.equals("Cd")) {
                        domain = domain.concat(cursor.text());
                    } else {
                        cursor.children(f -> domain = domain + '-' + cursor.text());
                    }
                });
            case "Prtry" ->
                cursor.children(p -> {
                    String text = cursor.text();
                    if (p.equals("Cd")) {
                        proprietary = text;
                    }
                });
            default -> cursor.skip();
        }
    }

    private void charges() throws XMLStreamException {
        cursor.children(name -> {
            switch (name) {
                case "Amt", "TtlChrgsAndTaxAmt" -> draft.extra(say("format.charges", money()));
                case "Rcrd" ->
                    cursor.children(r -> {
                        if (r.equals("Amt")) {
                            draft.extra(say("format.charges", money()));
                        } else {
                            cursor.skip();
                        }
                    });
                default -> cursor.skip();
            }
        });
    }

    /** An amount in whatever currency, for a person to read. */
    private String money() throws XMLStreamException {
        String code = cursor.attribute("Ccy");
        return (code + " " + cursor.text()).strip();
    }

    private void amountDetails() throws XMLStreamException {
        cursor.children(kind -> {
            boolean instructed = kind.equals("InstdAmt");
            boolean counter = kind.equals("CntrValAmt");
            boolean own = kind.equals("TxAmt");
            if (!instructed && !counter && !own) {
                cursor.skip();
                return;
            }
            cursor.children(part -> {
                if (part.equals("Amt")) {
                    String code = cursor.attribute("Ccy");
                    String value = cursor.text();
                    CurrencyUnit unit = currency.unit;
                    boolean foreign = unit != null && !code.isEmpty() && !code.equals(unit.getCode());
                    if (foreign) {
                        draft.extra(say("format.originally", code, value));
                    } else if (own) {
                        transaction.amount = value;
                        transaction.amountCurrency = code;
                    }
                } else if (part.equals("CcyXchg")) {
                    exchange();
                } else {
                    cursor.skip();
                }
            });
        });
    }

    private void exchange() throws XMLStreamException {
        cursor.children(name -> {
            if (name.equals("XchgRate")) {
                draft.extra(say("format.rate", cursor.text()));
            } else {
                cursor.skip();
            }
        });
    }

    private void transaction() throws XMLStreamException {
        Transaction t = transaction;
        t.clear(debit);
        transactions++;
        cursor.children(detail);
        take(t);
    }

    private void detail(String name) throws XMLStreamException {
        Transaction t = transaction;
        switch (name) {
            case "Refs" -> references();
            case "Amt" -> {
                t.amountCurrency = cursor.attribute("Ccy");
                t.amount = cursor.text();
            }
            case "CdtDbtInd" -> t.debit = isDebit(cursor);
            case "AmtDtls" -> amountDetails();
            case "Chrgs" -> charges();
            case "BkTxCd" -> {
                if (draft.code.isEmpty()) {
                    transactionCode();
                } else {
                    cursor.skip();
                }
            }
            case "RltdPties" -> parties();
            case "RmtInf" -> remittance();
            case "RtrInf" ->
                cursor.children(r -> {
                    if (r.equals("Rsn")) {
                        draft.extra(say("format.returned", cursor.textOrCode()));
                    } else {
                        cursor.skip();
                    }
                });
            case "AddtlTxInf" -> {
                String more = cursor.text();
                if (info.isEmpty()) {
                    info = more;
                }
            }
            default -> cursor.skip();
        }
    }

    private void take(Transaction t) {
        String name = debit
                ? (t.creditor.isEmpty() ? t.ultimateCreditor : t.creditor)
                : (t.debtor.isEmpty() ? t.ultimateDebtor : t.debtor);
        CurrencyUnit unit = currency.unit;
        if (!t.amount.isEmpty() && unit != null && t.amountCurrency.equals(unit.getCode())) {
            try {
                long plain = currency.plain(t.amount);
                long amount = plain != MinorUnits.NOT_PLAIN
                        ? plain
                        : new BigDecimal(t.amount)
                                .movePointRight(unit.getDecimalPlaces())
                                .longValueExact();
                partsMade = Math.addExact(partsMade, t.debit ? -amount : amount);
                withAmount++;
            } catch (ArithmeticException | NumberFormatException e) {
                throw new RuleViolation(
                        "amount.unreadable",
                        say("amount.unreadable.where2", cursor.line()),
                        FormatDates.quoted(t.amount),
                        say("amount.unreadable.expected2"),
                        say("amount.unreadable.remedy"));
            }
        }
        endToEnd = joined(endToEnd, t.endToEnd);
        structured = joined(structured, t.structured);
        remittance = LineDraft.join(remittance, t.remittance);
        if (transactions == 1) {
            party = name;
        } else if (!name.equals(party)) {
            party = joined(party, name);
        }
        part(t, name);
    }

    /** What a batch is made of; the first part is told only once there is a second. */
    private void part(Transaction t, String name) {
        if (transactions == 1) {
            firstName = name;
            firstEndToEnd = t.endToEnd;
            firstAmount = t.amount;
            return;
        }
        if (transactions == 2) {
            draft.extra(told(firstName, firstEndToEnd, firstAmount));
        }
        draft.extra(told(name, t.endToEnd, t.amount));
    }

    private static String told(String name, String endToEnd, String amount) {
        return LineDraft.join(LineDraft.join(name, endToEnd), amount);
    }

    private static String joined(String before, String more) {
        if (more.isEmpty() || before.length() > 500) {
            return before;
        }
        return before.isEmpty() ? more : before + " " + more;
    }

    private void references() throws XMLStreamException {
        cursor.children(r -> {
            switch (r) {
                case "EndToEndId" -> {
                    String id = cursor.text();
                    if (!id.equals("NOTPROVIDED")) {
                        transaction.endToEnd = id;
                    }
                }
                case "ChqNb" -> draft.check = cursor.text();
                case "AcctSvcrRef" -> {
                    String id = cursor.text();
                    if (draft.bankReference.isEmpty()) {
                        draft.bankReference = id;
                    }
                }
                default -> cursor.skip();
            }
        });
    }

    private void parties() throws XMLStreamException {
        cursor.children(side -> {
            switch (side) {
                case "Dbtr" -> transaction.debtor = partyName();
                case "Cdtr" -> transaction.creditor = partyName();
                case "UltmtDbtr" -> transaction.ultimateDebtor = partyName();
                case "UltmtCdtr" -> transaction.ultimateCreditor = partyName();
                default -> cursor.skip();
            }
        });
    }

    private void remittance() throws XMLStreamException {
        cursor.children(r -> {
            if (r.equals("Ustrd")) {
                transaction.remittance = LineDraft.join(transaction.remittance, cursor.text());
            } else if (r.equals("Strd")) {
                cursor.children(s -> {
                    switch (s) {
                        case "CdtrRefInf" -> leaf("Ref");
                        case "RfrdDocInf" -> leaf("Nb");
                        case "AddtlRmtInf" ->
                            transaction.remittance = LineDraft.join(transaction.remittance, cursor.text());
                        default -> cursor.skip();
                    }
                });
            } else {
                cursor.skip();
            }
        });
    }

    private void leaf(String wanted) throws XMLStreamException {
        cursor.children(name -> {
            if (name.equals(wanted)) {
                transaction.structured = joined(transaction.structured, cursor.text());
            } else {
                cursor.skip();
            }
        });
    }

    /** The name stands directly in the side (version 02) or in its Pty (later versions). */
    private String partyName() throws XMLStreamException {
        String[] found = {""};
        cursor.children(name -> {
            if (name.equals("Nm")) {
                found[0] = cursor.text();
            } else if (name.equals("Pty")) {
                String inner = partyName();
                found[0] = inner.isEmpty() ? found[0] : inner;
            } else {
                cursor.skip();
            }
        });
        return found[0];
    }
}
