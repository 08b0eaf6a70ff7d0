package neatroster.sheets;

import java.io.InputStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** XML from files that anybody may have made: no document type, no entities, nothing fetched. */
final class SafeXml {
  private static final XMLInputFactory FACTORY = factory();

  private SafeXml() {}

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
