package tidemark.practicebank;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.SAXException;
import tidemark.practicebank.Orders.Batch;
import tidemark.practicebank.Orders.Item;

/** The bank's own reading of pain.001 and pain.008. Source: ISO 20022 message definition reports. */
final class SepaOrders {
    private SepaOrders() {}

    static Orders read(byte[] content) {
        Document document;
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            factory.setNamespaceAware(true);
            document = factory.newDocumentBuilder().parse(new ByteArrayInputStream(content));
        } catch (SAXException | java.io.IOException | ParserConfigurationException e) {
            return new Orders("", false, List.of(), List.of("The file is no message that can be read"));
        }
        String space = String.valueOf(document.getDocumentElement().getNamespaceURI());
        boolean debits = space.contains(":pain.008.");
        if (!debits && !space.contains(":pain.001.")) {
            return new Orders("", false, List.of(), List.of("The bank takes pain.001 and pain.008, not " + space));
        }
        try {
            return orders(document.getDocumentElement(), debits);
        } catch (NumberFormatException | ArithmeticException | DateTimeException e) {
            return new Orders("", false, List.of(), List.of("An amount or a day cannot be read"));
        }
    }

    private static Orders orders(Element root, boolean debits) {
        List<String> problems = new ArrayList<>();
        List<Batch> batches = new ArrayList<>();
        long count = 0;
        BigDecimal sum = BigDecimal.ZERO;
        for (Element batch : all(root, "PmtInf")) {
            String account = text(batch, debits ? "CdtrAcct" : "DbtrAcct", "IBAN");
            if (!Orders.isIban(account)) {
                problems.add("Batch " + text(batch, "PmtInfId") + ": the IBAN " + account + " has wrong check digits");
            }
            List<Item> items = new ArrayList<>();
            for (Element t : all(batch, debits ? "DrctDbtTxInf" : "CdtTrfTxInf")) {
                BigDecimal amount = new BigDecimal(text(t, "InstdAmt"));
                count++;
                sum = sum.add(amount);
                items.add(item(
                        t, text(batch, "LclInstrm", "Cd"), text(batch, "SeqTp").equals("OOFF"), amount, debits));
            }
            batches.add(new Batch(
                    account,
                    LocalDate.parse(text(batch, debits ? "ReqdColltnDt" : "ReqdExctnDt")),
                    debits,
                    text(batch, "BtchBookg").equals("false"),
                    items));
        }
        if (!text(root, "GrpHdr", "NbOfTxs").equals(Long.toString(count))) {
            problems.add("The file has " + count + " transactions, not " + text(root, "GrpHdr", "NbOfTxs"));
        }
        String control = text(root, "GrpHdr", "CtrlSum");
        if (!control.isEmpty() && new BigDecimal(control).compareTo(sum) != 0) {
            problems.add("The file comes to " + sum + ", not " + control);
        }
        return new Orders(text(root, "GrpHdr", "MsgId"), false, batches, problems);
    }

    private static Item item(Element t, String kind, boolean once, BigDecimal amount, boolean debits) {
        String other = debits ? "Dbtr" : "Cdtr";
        String iban = text(t, other + "Acct", "IBAN");
        String mandate = text(t, "MndtRltdInf", "MndtId");
        String problem = !Orders.isIban(iban)
                ? "AC01"
                : debits
                                && (mandate.isEmpty()
                                        || text(t, "MndtRltdInf", "DtOfSgntr").isEmpty())
                        ? "MD01"
                        : "";
        return new Item(
                text(t, "EndToEndId"),
                "",
                amount.movePointRight(2).longValueExact(),
                text(t, other, "Nm"),
                "",
                iban,
                kind,
                false,
                mandate,
                once,
                text(t, "MndtRltdInf", "AmdmntInd").equals("true"),
                problem);
    }

    private static List<Element> all(Element in, String name) {
        List<Element> out = new ArrayList<>();
        for (Node n = in.getFirstChild(); n != null; n = n.getNextSibling()) {
            if (n instanceof Element e) {
                if (name.equals(e.getLocalName())) {
                    out.add(e);
                } else {
                    out.addAll(all(e, name));
                }
            }
        }
        return out;
    }

    /** The text of the first such element, going down step by step; empty where there is none. */
    private static String text(Element in, String... steps) {
        Element at = in;
        for (String step : steps) {
            List<Element> found = all(at, step);
            if (found.isEmpty()) {
                return "";
            }
            at = found.getFirst();
        }
        return at.getTextContent().strip();
    }
}
