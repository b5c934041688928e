package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import tidemark.core.problem.RuleViolation;

/** Walks an XML stream element by element, so that a reader says what it wants and skips the rest. */
final class XmlCursor {
    static final int LONGEST_TEXT = 10_000;

    private final XMLStreamReader xml;
    private final DayMemo days = new DayMemo();

    XmlCursor(XMLStreamReader xml) {
        this.xml = xml;
    }

    /** Reads the children of the element the reader stands on. */
    interface Child {
        void read(String name) throws XMLStreamException;
    }

    void children(Child child) throws XMLStreamException {
        while (true) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                child.read(xml.getLocalName());
            } else if (event == XMLStreamConstants.END_ELEMENT) {
                return;
            } else if (event == XMLStreamConstants.END_DOCUMENT) {
                throw new XMLStreamException("document ended inside an element");
            }
        }
    }

    void skip() throws XMLStreamException {
        int depth = 1;
        while (depth > 0) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                depth++;
            } else if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            }
        }
    }

    /** The text of the element, stripped. */
    String text() throws XMLStreamException {
        if (!first()) {
            return "";
        }
        String text = new String(xml.getTextCharacters(), xml.getTextStart(), xml.getTextLength());
        if (!first()) {
            return text.strip();
        }
        // parted by a comment, by a section, or because it is long
        StringBuilder more = new StringBuilder(text);
        do {
            add(more);
        } while (first());
        return more.toString().strip();
    }

    private void add(StringBuilder text) throws XMLStreamException {
        text.append(xml.getTextCharacters(), xml.getTextStart(), xml.getTextLength());
        if (text.length() > LONGEST_TEXT) {
            throw new XMLStreamException("a text of more than " + LONGEST_TEXT + " characters", xml.getLocation());
        }
    }

    /** Goes to the element's text; whether there is any. */
    private boolean first() throws XMLStreamException {
        int event = xml.next();
        while (event == XMLStreamConstants.COMMENT || event == XMLStreamConstants.PROCESSING_INSTRUCTION) {
            event = xml.next();
        }
        if (event == XMLStreamConstants.START_ELEMENT) {
            throw new XMLStreamException("<" + xml.getLocalName() + "> inside a text", xml.getLocation());
        }
        return event != XMLStreamConstants.END_ELEMENT;
    }

    /** Status is plain text up to version 07 and a code in a child since. */
    String textOrCode() throws XMLStreamException {
        StringBuilder out = new StringBuilder();
        int depth = 1;
        while (depth > 0) {
            switch (xml.next()) {
                case XMLStreamConstants.START_ELEMENT -> depth++;
                case XMLStreamConstants.END_ELEMENT -> depth--;
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> add(out);
                default -> {}
            }
        }
        return out.toString().strip();
    }

    LocalDate date() throws XMLStreamException {
        String text = text();
        LocalDate plain = days.of(FormatDates.isoNumber(text));
        if (plain != null) {
            return plain;
        }
        try {
            return LocalDate.parse(text.length() > 10 ? text.substring(0, 10) : text);
        } catch (DateTimeParseException e) {
            throw at(
                    line(),
                    "date.unreadable",
                    text.isEmpty() ? say("date.unreadable.anEmptyDate") : "“" + text + "”",
                    say("date.unreadable.aDateSuchAs20260604"),
                    say("date.unreadable.fetchTheFileFromTheBankAgain"));
        }
    }

    int line() {
        return xml.getLocation().getLineNumber();
    }

    /** An attribute of the element the cursor stands on, or empty. */
    String attribute(String name) {
        String value = xml.getAttributeValue(null, name);
        return value == null ? "" : value;
    }

    static RuleViolation at(int line, String code, String found, String expected, String remedy) {
        return new RuleViolation(code, say("format.line3", line), found, expected, remedy);
    }
}
