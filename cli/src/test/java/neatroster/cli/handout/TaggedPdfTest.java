package neatroster.cli.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDMarkedContentReference;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureNode;
import org.apache.pdfbox.pdmodel.documentinterchange.markedcontent.PDMarkedContent;
import org.apache.pdfbox.text.PDFMarkedContentExtractor;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.junit.jupiter.api.Test;

/** What a reader of another make finds in a document's structure. */
class TaggedPdfTest {
  private static byte[] document(Drawing drawing) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (PdfPage page = new PdfPage(out, Paper.A4, "Crew")) {
      page.begin();
      drawing.on(page);
    }
    return out.toByteArray();
  }

  /** The words of each page, without spaces, as a reader of another make finds them. */
  static List<String> words(byte[] file) throws IOException {
    List<String> pages = new ArrayList<>();
    try (PDDocument pdf = Loader.loadPDF(file)) {
      for (int page = 1; page <= pdf.getNumberOfPages(); page++) {
        PDFTextStripper stripper = new PDFTextStripper();
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        pages.add(
            Normalizer.normalize(stripper.getText(pdf), Normalizer.Form.NFKC)
                .replaceAll("\\s+", ""));
      }
    }
    return pages;
  }

  private interface Drawing {
    void on(PdfPage page);
  }

  /** Each element as “Sect/H1: text”, in the order in which it is read. */
  private static List<String> elements(PDDocument pdf) throws IOException {
    Map<String, String> texts = new HashMap<>();
    int number = 0;
    for (PDPage page : pdf.getPages()) {
      PDFMarkedContentExtractor extractor = new PDFMarkedContentExtractor();
      extractor.processPage(page);
      for (PDMarkedContent content : extractor.getMarkedContents()) {
        StringBuilder text = new StringBuilder();
        collect(content, text);
        texts.merge(number + " " + content.getMCID(), text.toString(), String::concat);
      }
      number++;
    }
    List<String> elements = new ArrayList<>();
    elements(pdf, pdf.getDocumentCatalog().getStructureTreeRoot(), "", texts, elements);
    return elements;
  }

  private static void collect(PDMarkedContent content, StringBuilder text) {
    for (Object part : content.getContents()) {
      if (part instanceof TextPosition position) {
        text.append(position.getUnicode());
      } else if (part instanceof PDMarkedContent inner) {
        collect(inner, text);
      }
    }
  }

  private static void elements(
      PDDocument pdf,
      PDStructureNode node,
      String path,
      Map<String, String> texts,
      List<String> to) {
    StringBuilder own = new StringBuilder();
    int page =
        node instanceof PDStructureElement element && element.getPage() != null
            ? pdf.getPages().indexOf(element.getPage())
            : 0;
    boolean leaf = false;
    for (Object kid : node.getKids()) {
      if (kid instanceof PDStructureElement element) {
        String type = element.getStructureType();
        elements(pdf, element, path.isEmpty() ? type : path + "/" + type, texts, to);
      } else if (kid instanceof Integer mark) {
        leaf = true;
        own.append(texts.get(page + " " + mark));
      } else if (kid instanceof PDMarkedContentReference reference) {
        leaf = true;
        own.append(
            texts.get(pdf.getPages().indexOf(reference.getPage()) + " " + reference.getMCID()));
      }
    }
    if (leaf) {
      String replaced = ((PDStructureElement) node).getActualText();
      to.add(path + ": " + (replaced == null ? own : replaced));
    }
  }

  @Test
  void partsAreReadInTheirOrderAndWhatIsNoneIsNot() throws IOException {
    byte[] file =
        document(
            page -> {
              page.tag(PdfTags.Tag.SECTION);
              page.tag(PdfTags.Tag.HEADING);
              page.text(30, 30, "Dee Marlowe", PdfFonts.Style.BOLD, 12);
              page.tag(PdfTags.Tag.ARTIFACT);
              page.text(30, 800, "1 of 2", PdfFonts.Style.PLAIN, 8);
              page.line(0, 50, 500, 50, true);
              page.tag(PdfTags.Tag.LIST);
              page.tag(PdfTags.Tag.ITEM);
              page.tag(PdfTags.Tag.LABEL);
              page.text(30, 60, "Username", PdfFonts.Style.PLAIN, 8);
              page.tag(PdfTags.Tag.VALUE);
              page.text(90, 60, "dmarlowe", PdfFonts.Style.MONO, 8);
              page.tag(PdfTags.Tag.SECTION);
              page.tag(PdfTags.Tag.PARAGRAPH);
              page.text(30, 100, "Next", PdfFonts.Style.PLAIN, 8);
              page.begin();
              page.text(30, 30, "page", PdfFonts.Style.PLAIN, 8);
            });

    try (PDDocument pdf = Loader.loadPDF(file)) {
      assertThat(elements(pdf))
          .containsExactly(
              "Document/Sect/H1: Dee Marlowe",
              "Document/Sect/L/LI/Lbl: Username",
              "Document/Sect/L/LI/LBody: dmarlowe",
              "Document/Sect/P: Nextpage");
      assertThat(pdf.getDocumentCatalog().getMarkInfo().isMarked()).isTrue();
      assertThat(pdf.getDocumentCatalog().getLanguage()).isEqualTo("en");
      COSDictionary catalog = pdf.getDocumentCatalog().getCOSObject();
      assertThat(catalog.containsKey("Metadata")).isTrue();
    }
  }

  @Test
  void namesThatRunFromTheRightAreReadFromTheRight() throws IOException {
    String hebrew = "דוד בן הים";
    String arabic = "محمد علي البحري";
    byte[] file =
        document(
            page -> {
              page.tag(PdfTags.Tag.PARAGRAPH);
              page.text(30, 30, hebrew, PdfFonts.Style.BOLD, 12);
              page.tag(PdfTags.Tag.PARAGRAPH);
              page.text(30, 60, "Course:", PdfFonts.Style.PLAIN, 12);
              page.text(30, 75, arabic, PdfFonts.Style.PLAIN, 12);
            });

    try (PDDocument pdf = Loader.loadPDF(file)) {
      assertThat(elements(pdf))
          .containsExactly("Document/P: " + hebrew, "Document/P: Course: " + arabic);
      PDFTextStripper stripper = new PDFTextStripper();
      stripper.setSortByPosition(true);
      assertThat(Normalizer.normalize(stripper.getText(pdf), Normalizer.Form.NFKC))
          .contains(hebrew, arabic);
    }
  }
}
