package neatroster.cli.handout;

import com.lowagie.text.pdf.PdfArray;
import com.lowagie.text.pdf.PdfContentByte;
import com.lowagie.text.pdf.PdfDictionary;
import com.lowagie.text.pdf.PdfName;
import com.lowagie.text.pdf.PdfObject;
import com.lowagie.text.pdf.PdfRectangle;
import com.lowagie.text.pdf.PdfString;
import com.lowagie.text.pdf.PdfStructureElement;
import com.lowagie.text.pdf.PdfWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/**
 * The structure of a tagged PDF (ISO 32000-1, section 14.8), from which readers for the blind know
 * what is a heading, a table, a label and its value, and in which order they are read.
 */
final class PdfTags {
  /** What a piece of a document is. A tag stands in the last one of the levels before its own. */
  enum Tag {
    SECTION("Sect", 1),
    HEADING("H1", 2),
    PARAGRAPH("P", 2),
    FIGURE("Figure", 2),
    TABLE("Table", 2),
    ROW("TR", 3),
    HEADER("TH", 4),
    CELL("TD", 4),
    LIST("L", 2),
    ITEM("LI", 3),
    LABEL("Lbl", 4),
    VALUE("LBody", 4),
    /** Lines to cut along, and what stands on each page again: nothing that is read. */
    ARTIFACT("Artifact", 5);

    private final String type;
    private final int level;

    Tag(String type, int level) {
      this.type = type;
      this.level = level;
    }
  }

  private static final PdfName ACTUAL_TEXT = new PdfName("ActualText");

  private final PdfWriter writer;

  /** The element that is open on each level; level 0 is the document. */
  private final PdfStructureElement[] open = new PdfStructureElement[Tag.ARTIFACT.level];

  /** The text of the element that was begun last. */
  private final StringBuilder said = new StringBuilder();

  private boolean artifact;

  /** Must be made before the document is opened. */
  PdfTags(PdfWriter writer) {
    this.writer = writer;
    writer.setTagged();
  }

  /** What a tagged document says about itself (ISO 14289-1, section 5, and ISO 16684-1). */
  static byte[] metadata(String title) {
    return """
        <?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>
        <x:xmpmeta xmlns:x="adobe:ns:meta/">
        <rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
        <rdf:Description rdf:about=""
            xmlns:dc="http://purl.org/dc/elements/1.1/"
            xmlns:pdfuaid="http://www.aiim.org/pdfua/ns/id/">
        <dc:title><rdf:Alt><rdf:li xml:lang="x-default">%s</rdf:li></rdf:Alt></dc:title>
        <pdfuaid:part>1</pdfuaid:part>
        </rdf:Description>
        </rdf:RDF>
        </x:xmpmeta>
        <?xpacket end="r"?>
        """
        .formatted(title)
        .getBytes(StandardCharsets.UTF_8);
  }

  /** Says what is drawn from now on. */
  void begin(Tag tag) {
    artifact = tag == Tag.ARTIFACT;
    if (artifact) {
      return;
    }
    said.setLength(0);
    if (open[0] == null) {
      open[0] = new PdfStructureElement(writer.getStructureTreeRoot(), new PdfName("Document"));
    }
    if (tag == Tag.SECTION && open[tag.level] != null) {
      writeOut(open[tag.level]);
      PdfArray sections = open[0].getAsArray(PdfName.K);
      sections.set(sections.size() - 1, open[tag.level].getReference());
    }
    int parent = tag.level - 1;
    while (open[parent] == null) {
      parent--;
    }
    open[tag.level] = new PdfStructureElement(open[parent], new PdfName(tag.type));
    for (int level = tag.level + 1; level < open.length; level++) {
      open[level] = null;
    }
    if (tag == Tag.HEADER) {
      // A header cell says whether it is one of a row or of a column (section 14.8.5.7).
      PdfDictionary scope = new PdfDictionary();
      scope.put(new PdfName("O"), new PdfName("Table"));
      scope.put(new PdfName("Scope"), new PdfName("Column"));
      open[tag.level].put(new PdfName("A"), scope);
    }
  }

  /** Gives a figure in words, and says where it stands. */
  void describe(String text, float left, float bottom, float right, float top) {
    PdfDictionary box = new PdfDictionary();
    box.put(new PdfName("O"), new PdfName("Layout"));
    box.put(new PdfName("BBox"), new PdfRectangle(left, bottom, right, top));
    PdfStructureElement figure = innermost();
    figure.put(new PdfName("A"), box);
    figure.put(new PdfName("Alt"), new PdfString(text, PdfObject.TEXT_UNICODE));
  }

  /**
   * Says the text that is drawn next. Where text runs from right to left, the whole element says
   * its own in the order in which it is read (section 14.9.4), since its glyphs do not.
   */
  void say(String text, boolean rightToLeft) {
    if (artifact) {
      return;
    }
    said.append(said.isEmpty() ? "" : " ").append(text);
    PdfStructureElement element = innermost();
    if (rightToLeft || element.get(ACTUAL_TEXT) != null) {
      element.put(ACTUAL_TEXT, new PdfString(said.toString(), PdfObject.TEXT_UNICODE));
    }
  }

  /** Begins a sequence that says what its glyphs spell. */
  void beginSpelled(PdfContentByte canvas, String text) {
    PdfDictionary properties = new PdfDictionary();
    properties.put(ACTUAL_TEXT, new PdfString(text, PdfObject.TEXT_UNICODE));
    canvas.beginMarkedContentSequence(new PdfName("Span"), properties, true);
  }

  /** Draws something as part of what was begun last. */
  void draw(PdfContentByte canvas, Runnable drawing) {
    if (artifact) {
      decorate(canvas, drawing);
      return;
    }
    canvas.beginMarkedContentSequence(innermost());
    drawing.run();
    canvas.endMarkedContentSequence();
  }

  /** Draws something that is not read. */
  void decorate(PdfContentByte canvas, Runnable drawing) {
    canvas.beginMarkedContentSequence(new PdfName(Tag.ARTIFACT.type));
    drawing.run();
    canvas.endMarkedContentSequence();
  }

  /** A section that has ended goes into the file, so that memory does not grow with its pages. */
  private void writeOut(PdfStructureElement element) {
    PdfArray children = element.getAsArray(PdfName.K);
    for (int i = 0; children != null && i < children.size(); i++) {
      if (children.getPdfObject(i) instanceof PdfStructureElement child) {
        writeOut(child);
        children.set(i, child.getReference());
      }
    }
    try {
      writer.addToBody(element, element.getReference());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private PdfStructureElement innermost() {
    int level = open.length - 1;
    while (open[level] == null) {
      level--;
    }
    return open[level];
  }
}
