package neatroster.sheets;

import java.io.InputStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** XML from files that anybody may have made: no document type, no entities, nothing fetched. */
final class SafeXml {
  private static final XMLInputFactory FACTORY = factory();

  /** A cell or a paragraph is shorter. */
  private static final int LONGEST_TEXT = 400_000;

  private SafeXml() {}

  /** Adds text that has come, unless it grows beyond what anybody types. */
  static void append(StringBuilder text, String more) throws XMLStreamException {
    if (text.length() + more.length() > LONGEST_TEXT) {
      throw new XMLStreamException("a cell is larger than anybody types");
    }
    text.append(more);
  }

  private static XMLInputFactory factory() {
    XMLInputFactory factory = XMLInputFactory.newFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    return factory;
  }

  /** Reads a document event by event. */
  static XMLStreamReader read(InputStream in) throws XMLStreamException {
    return FACTORY.createXMLStreamReader(in);
  }
}
