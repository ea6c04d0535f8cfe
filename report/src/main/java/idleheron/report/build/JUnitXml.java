package idleheron.report.build;

import static idleheron.core.Messages.say;

import java.io.StringWriter;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/**
 * What is noted as a test report in the XML that JUnit's tools write: a suite for the file, a case for each finding or topic, failed where it
 * fails the build, skipped where it is known; one case that passes where nothing is noted.
 */
public final class JUnitXml {
    private JUnitXml() {}

    /** The report that build servers read, a case for each finding. */
    public static String of(Checked c) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter x = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            x.writeStartDocument("UTF-8", "1.0");
            int cases = Math.max(1, c.noted().size());
            long failed = c.noted().stream().filter(c::fails).count();
            long known = c.noted().stream().filter(n -> isSkipped(c, n)).count();
            x.writeCharacters("\n");
            x.writeStartElement("testsuites");
            x.writeCharacters("\n  ");
            x.writeStartElement("testsuite");
            attribute(x, "name", c.file());
            attribute(x, "tests", Integer.toString(cases));
            attribute(x, "failures", Long.toString(failed));
            attribute(x, "errors", "0");
            attribute(x, "skipped", Long.toString(known));
            if (c.noted().isEmpty()) {
                x.writeCharacters("\n    ");
                x.writeEmptyElement("testcase");
                attribute(x, "classname", c.file());
                attribute(x, "name", say("report.build.JUnitXml.no-finding"));
            }
            for (Noted f : c.noted()) {
                noted(x, c, f);
            }
            x.writeCharacters("\n  ");
            x.writeEndElement();
            x.writeCharacters("\n");
            x.writeEndElement();
            x.writeEndDocument();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return text.toString();
    }

    private static void noted(XMLStreamWriter x, Checked c, Noted f) throws XMLStreamException {
        x.writeCharacters("\n    ");
        x.writeStartElement("testcase");
        attribute(x, "classname", c.file());
        attribute(x, "name", f.code() + ": " + f.title());
        String inside = c.fails(f) ? "failure" : isSkipped(c, f) ? "skipped" : "system-out";
        x.writeStartElement(inside);
        if (inside.equals("failure")) {
            attribute(x, "message", f.title());
            attribute(x, "type", f.word());
        }
        String word = inside.equals("skipped") ? say("report.build.JUnitXml.known-and-accepted", f.word()) : f.word();
        x.writeCharacters(plain(word + ": " + f.told()));
        x.writeEndElement();
        x.writeEndElement();
    }

    /** Known, and worth telling. */
    private static boolean isSkipped(Checked c, Noted n) {
        return n.level() != Noted.Level.PASSED && c.known().has(n);
    }

    private static void attribute(XMLStreamWriter x, String name, String value) throws XMLStreamException {
        x.writeAttribute(name, plain(value));
    }

    /** Without what XML 1.0 cannot hold. */
    private static String plain(String text) {
        return text.codePoints()
                .map(p -> p == 9
                                || p == 10
                                || p == 13
                                || p >= 0x20 && p < 0xD800
                                || p > 0xDFFF && p < 0xFFFE
                                || p > 0xFFFF
                        ? p
                        : '?')
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }
}
