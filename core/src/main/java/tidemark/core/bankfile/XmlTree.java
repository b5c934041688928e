package tidemark.core.bankfile;

import com.ctc.wstx.api.WstxInputProperties;
import com.ctc.wstx.stax.WstxInputFactory;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** An element of a message with all that is in it, and the line it begins on. No document type, no entities of its own. */
final class XmlTree {
    private static final XMLInputFactory FACTORY = factory();
    private static final int DEEPEST = 40;

    private final String name;
    private final String namespace;
    private final int line;
    private final Map<String, String> attributes = new HashMap<>();
    private final List<XmlTree> children = new ArrayList<>();
    private final StringBuilder text = new StringBuilder();

    private XmlTree(String name, String namespace, int line) {
        this.name = name;
        this.namespace = namespace;
        this.line = line;
    }

    private static XMLInputFactory factory() {
        XMLInputFactory factory = new WstxInputFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(WstxInputProperties.P_MAX_ELEMENT_DEPTH, DEEPEST);
        factory.setProperty(WstxInputProperties.P_MAX_ATTRIBUTES_PER_ELEMENT, 20);
        factory.setProperty(WstxInputProperties.P_MAX_TEXT_LENGTH, 100_000);
        return factory;
    }

    /** The root with all of the document. Cost: O(length), in memory as well. */
    static XmlTree read(InputStream in) throws XMLStreamException {
        XMLStreamReader xml = FACTORY.createXMLStreamReader(in);
        List<XmlTree> open = new ArrayList<>();
        XmlTree root = null;
        while (xml.hasNext()) {
            switch (xml.next()) {
                case XMLStreamConstants.DTD ->
                    throw new XMLStreamException("a document type, which a message has not", xml.getLocation());
                case XMLStreamConstants.START_ELEMENT -> {
                    XmlTree next = new XmlTree(
                            xml.getLocalName(),
                            xml.getNamespaceURI() == null ? "" : xml.getNamespaceURI(),
                            xml.getLocation().getLineNumber());
                    for (int i = 0; i < xml.getAttributeCount(); i++) {
                        next.attributes.put(xml.getAttributeLocalName(i), xml.getAttributeValue(i));
                    }
                    if (open.isEmpty()) {
                        root = next;
                    } else {
                        open.getLast().children.add(next);
                    }
                    open.add(next);
                }
                case XMLStreamConstants.END_ELEMENT -> open.removeLast();
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA ->
                    open.getLast().text.append(xml.getText());
                default -> {
                    // comments and instructions say nothing
                }
            }
        }
        if (root == null) {
            throw new XMLStreamException("no element");
        }
        return root;
    }

    String name() {
        return name;
    }

    String namespace() {
        return namespace;
    }

    int line() {
        return line;
    }

    String text() {
        return text.toString().strip();
    }

    String attribute(String called) {
        return attributes.getOrDefault(called, "");
    }

    List<XmlTree> children() {
        return children;
    }

    List<XmlTree> all(String called) {
        return children.stream().filter(c -> c.name.equals(called)).toList();
    }

    /** The first that is reached by these names. */
    Optional<XmlTree> at(String... path) {
        XmlTree here = this;
        for (String step : path) {
            Optional<XmlTree> next =
                    here.children.stream().filter(c -> c.name.equals(step)).findFirst();
            if (next.isEmpty()) {
                return next;
            }
            here = next.get();
        }
        return Optional.of(here);
    }

    String textAt(String... path) {
        return at(path).map(XmlTree::text).orElse("");
    }
}
