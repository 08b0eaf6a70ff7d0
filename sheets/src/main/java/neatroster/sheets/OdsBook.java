package neatroster.sheets;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes a {@link FormWorkbook} as an OpenDocument spreadsheet (OASIS OpenDocument 1.3). */
public final class OdsBook {
  private static final String MIME = "application/vnd.oasis.opendocument.spreadsheet";
  private static final String NS = "urn:oasis:names:tc:opendocument:xmlns:";
  private static final String[][] NAMESPACES = {
    {"office", NS + "office:1.0"},
    {"table", NS + "table:1.0"},
    {"text", NS + "text:1.0"},
    {"style", NS + "style:1.0"},
    {"fo", NS + "xsl-fo-compatible:1.0"},
    {"number", NS + "datastyle:1.0"},
    {"config", NS + "config:1.0"},
    {"of", NS + "of:1.2"}
  };

  private final FormWorkbook book;
  private XMLStreamWriter xml;

  private OdsBook(FormWorkbook book) {
    this.book = book;
  }

  /** Writes the workbook; the stream stays open. */
  public static void write(FormWorkbook book, OutputStream out) throws IOException {
    try {
      new OdsBook(book).write(out);
    } catch (XMLStreamException e) {
      throw new IOException(e);
    }
  }

  private void write(OutputStream out) throws IOException, XMLStreamException {
    ZipOutputStream zip = new ZipOutputStream(out);
    // The type comes first and uncompressed, so that it can be told from the file's first bytes
    // (part 2, section 3.3).
    byte[] mime = MIME.getBytes(StandardCharsets.US_ASCII);
    ZipEntry first = new ZipEntry("mimetype");
    first.setMethod(ZipEntry.STORED);
    first.setSize(mime.length);
    CRC32 crc = new CRC32();
    crc.update(mime);
    first.setCrc(crc.getValue());
    zip.putNextEntry(first);
    zip.write(mime);
    zip.putNextEntry(new ZipEntry("META-INF/manifest.xml"));
    manifest(zip);
    zip.putNextEntry(new ZipEntry("content.xml"));
    content(zip);
    zip.putNextEntry(new ZipEntry("settings.xml"));
    settings(zip);
    zip.finish();
  }

  private void begin(OutputStream out, String root) throws XMLStreamException {
    xml = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(out, "UTF-8");
    xml.writeStartDocument("UTF-8", "1.0");
    xml.writeStartElement(root);
    for (String[] namespace : NAMESPACES) {
      xml.writeAttribute("xmlns:" + namespace[0], namespace[1]);
    }
    xml.writeAttribute("office:version", "1.3");
  }

  private void end() throws XMLStreamException {
    xml.writeEndDocument();
    xml.flush();
  }

  private static void manifest(OutputStream out) throws XMLStreamException {
    XMLStreamWriter manifest =
        XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(out, "UTF-8");
    manifest.writeStartDocument("UTF-8", "1.0");
    manifest.writeStartElement("manifest:manifest");
    manifest.writeAttribute("xmlns:manifest", NS + "manifest:1.0");
    manifest.writeAttribute("manifest:version", "1.3");
    for (String[] file :
        new String[][] {{"/", MIME}, {"content.xml", "text/xml"}, {"settings.xml", "text/xml"}}) {
      manifest.writeEmptyElement("manifest:file-entry");
      manifest.writeAttribute("manifest:full-path", file[0]);
      manifest.writeAttribute("manifest:media-type", file[1]);
    }
    manifest.writeEndDocument();
    manifest.flush();
  }

  /** An element with attributes; it ends with {@link XMLStreamWriter#writeEndElement}. */
  private void open(String element, String... attributes) throws XMLStreamException {
    xml.writeStartElement(element);
    attributes(attributes);
  }

  private void empty(String element, String... attributes) throws XMLStreamException {
    xml.writeEmptyElement(element);
    attributes(attributes);
  }

  private void attributes(String... attributes) throws XMLStreamException {
    for (int i = 0; i < attributes.length; i += 2) {
      xml.writeAttribute(attributes[i], attributes[i + 1]);
    }
  }

  private void content(OutputStream out) throws XMLStreamException {
    begin(out, "office:document-content");
    open("office:automatic-styles");
    open("number:text-style", "style:name", "AsText");
    empty("number:text-content");
    xml.writeEndElement();
    cellStyle("needed", "#1F4E79", "#FFFFFF", "bold", "normal");
    cellStyle("optional", "#DCE6F1", "#000000", "bold", "normal");
    cellStyle("example", "transparent", "#7F7F7F", "normal", "italic");
    cellStyle("plain", "transparent", "#000000", "normal", "normal");
    for (int p = 0; p < book.sheets().size(); p++) {
      FormWorkbook.Page page = book.sheets().get(p);
      for (int i = 0; i < page.headings().size(); i++) {
        open("style:style", "style:name", "w" + p + "_" + i, "style:family", "table-column");
        double inches = page.headings().get(i).width(page.rows(), i) * 0.085;
        empty("style:table-column-properties", "style:column-width", inches + "in");
        xml.writeEndElement();
      }
    }
    xml.writeEndElement();
    open("office:body");
    open("office:spreadsheet");
    open("table:content-validations");
    for (int p = 0; p < book.sheets().size(); p++) {
      List<FormWorkbook.Heading> headings = book.sheets().get(p).headings();
      for (int i = 0; i < headings.size(); i++) {
        if (!headings.get(i).choices().isEmpty()) {
          choices("v" + p + "_" + i, headings.get(i).choices());
        }
      }
    }
    xml.writeEndElement();
    for (int p = 0; p < book.sheets().size(); p++) {
      page(p, book.sheets().get(p));
    }
    end();
  }

  private void cellStyle(String name, String background, String color, String weight, String slant)
      throws XMLStreamException {
    open(
        "style:style",
        "style:name",
        name,
        "style:family",
        "table-cell",
        "style:data-style-name",
        "AsText");
    empty("style:table-cell-properties", "fo:background-color", background);
    empty(
        "style:text-properties",
        "fo:color",
        color,
        "fo:font-weight",
        weight,
        "fo:font-style",
        slant);
    xml.writeEndElement();
  }

  private void choices(String name, List<String> words) throws XMLStreamException {
    String list =
        words.stream().map(word -> '"' + word + '"').collect(Collectors.joining(";", "(", ")"));
    open(
        "table:content-validation",
        "table:name",
        name,
        "table:condition",
        "of:cell-content-is-in-list" + list,
        "table:allow-empty-cell",
        "true",
        "table:display-list",
        "unsorted");
    open(
        "table:error-message",
        "table:title",
        "Not one of the words",
        "table:display",
        "true",
        "table:message-type",
        "stop");
    paragraph("Choose one of: " + String.join(", ", words));
    xml.writeEndElement();
    xml.writeEndElement();
  }

  private void paragraph(String text) throws XMLStreamException {
    open("text:p");
    xml.writeCharacters(text);
    xml.writeEndElement();
  }

  private void page(int number, FormWorkbook.Page page) throws XMLStreamException {
    open("table:table", "table:name", page.name());
    int folded = FormWorkbook.Heading.firstFolded(page.headings());
    for (int i = 0; i < page.headings().size(); i++) {
      if (i == folded) {
        open("table:table-column-group", "table:display", "false");
      }
      empty(
          "table:table-column",
          "table:style-name",
          "w" + number + "_" + i,
          "table:visibility",
          i < folded ? "visible" : "collapse",
          "table:default-cell-style-name",
          "plain");
    }
    if (folded < page.headings().size()) {
      xml.writeEndElement();
    }
    open("table:table-row");
    for (FormWorkbook.Heading heading : page.headings()) {
      open(
          "table:table-cell",
          "office:value-type",
          "string",
          "table:style-name",
          heading.needed() ? "needed" : "optional");
      open("office:annotation");
      paragraph(heading.comment());
      xml.writeEndElement();
      paragraph(heading.text());
      xml.writeEndElement();
    }
    xml.writeEndElement();
    for (List<String> row : page.rows()) {
      open("table:table-row");
      for (int i = 0; i < row.size(); i++) {
        open("table:table-cell", "table:style-name", "example");
        validation(number, page, i);
        if (!row.get(i).isEmpty()) {
          xml.writeAttribute("office:value-type", "string");
          paragraph(row.get(i));
        }
        xml.writeEndElement();
      }
      xml.writeEndElement();
    }
    open(
        "table:table-row",
        "table:number-rows-repeated",
        String.valueOf(FormWorkbook.PREPARED_ROWS - page.rows().size()));
    for (int i = 0; i < page.headings().size(); i++) {
      empty("table:table-cell", "table:style-name", "plain");
      validation(number, page, i);
    }
    xml.writeEndElement();
    xml.writeEndElement();
  }

  private void validation(int number, FormWorkbook.Page page, int column)
      throws XMLStreamException {
    if (!page.headings().get(column).choices().isEmpty()) {
      xml.writeAttribute("table:content-validation-name", "v" + number + "_" + column);
    }
  }

  /** The header row stays in view: the window is split below it and frozen. */
  private void settings(OutputStream out) throws XMLStreamException {
    begin(out, "office:document-settings");
    open("office:settings");
    open("config:config-item-set", "config:name", "ooo:view-settings");
    open("config:config-item-map-indexed", "config:name", "Views");
    open("config:config-item-map-entry");
    item("ViewId", "string", "view1");
    open("config:config-item-map-named", "config:name", "Tables");
    for (FormWorkbook.Page page : book.sheets()) {
      open("config:config-item-map-entry", "config:name", page.name());
      item("VerticalSplitMode", "short", "2");
      item("VerticalSplitPosition", "int", "1");
      item("ActiveSplitRange", "short", "2");
      item("PositionBottom", "int", "1");
      xml.writeEndElement();
    }
    end();
  }

  private void item(String name, String type, String value) throws XMLStreamException {
    open("config:config-item", "config:name", name, "config:type", type);
    xml.writeCharacters(value);
    xml.writeEndElement();
  }
}
