package neatroster.cli.handout;

import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.lowagie.text.Document;
import com.lowagie.text.Rectangle;
import com.lowagie.text.pdf.PdfContentByte;
import com.lowagie.text.pdf.PdfName;
import com.lowagie.text.pdf.PdfString;
import com.lowagie.text.pdf.PdfWriter;
import java.io.Closeable;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import neatroster.cli.handout.PdfFonts.Piece;
import neatroster.cli.handout.PdfFonts.Style;
import neatroster.cli.handout.PdfTags.Tag;

/**
 * A PDF document that is drawn page by page. Places are points (1/72 inch) from the left and from
 * the top; a text stands on its place.
 */
final class PdfPage implements Closeable {
  /** Text smaller than this is not read. */
  private static final float SMALLEST = 6.5f;

  private static final float GREY = 0.42f;

  private final Document document;
  private final PdfWriter writer;
  private final PdfTags tags;
  private final PdfFonts fonts = new PdfFonts();
  private final Rectangle size;
  private PdfContentByte canvas;
  private int pages;

  PdfPage(OutputStream out, Paper paper, String title) {
    size = new Rectangle(paper.width(), paper.height());
    document = new Document(size, 0, 0, 0, 0);
    writer = PdfWriter.getInstance(document, out);
    writer.setFullCompression();
    writer.setViewerPreferences(PdfWriter.DisplayDocTitle);
    tags = new PdfTags(writer);
    document.addTitle(title);
    document.addCreator(Handout.MARK);
    writer.getExtraCatalog().put(PdfName.LANG, new PdfString("en"));
    writer.setXmpMetadata(PdfTags.metadata(title));
  }

  /** Begins another page. */
  void begin() {
    if (pages == 0) {
      document.open();
    } else {
      document.newPage();
      // A page on which nothing was drawn would not come.
      writer.setPageEmpty(false);
    }
    canvas = writer.getDirectContent();
    pages++;
  }

  float width() {
    return size.getWidth();
  }

  float height() {
    return size.getHeight();
  }

  /** How many pages there are so far. */
  int pages() {
    return pages;
  }

  PdfFonts fonts() {
    return fonts;
  }

  /** Says what is drawn from now on, for readers for the blind. */
  void tag(Tag tag) {
    tags.begin(tag);
  }

  /** Draws a text as it is. */
  void text(float x, float y, String text, Style style, float points) {
    List<Piece> pieces = fonts.pieces(text, style);
    tags.say(text, pieces.stream().anyMatch(Piece::rightToLeft));
    float at = x;
    for (Piece piece : pieces) {
      float left = at;
      tags.draw(canvas, () -> piece(left, y, piece, points));
      at += pieces.size() == 1 ? 0 : PdfFonts.width(piece, points);
    }
  }

  private void piece(float x, float y, Piece piece, float points) {
    // Glyphs of many scripts stand in another order than their letters. Where they run to the left,
    // programs that take the text out turn them round themselves.
    boolean spelled = !piece.rightToLeft();
    if (spelled) {
      tags.beginSpelled(canvas, piece.text());
    }
    canvas.beginText();
    canvas.setFontAndSize(piece.font(), points);
    canvas.setTextMatrix(x, height() - y);
    canvas.showText(piece.text());
    canvas.endText();
    if (spelled) {
      canvas.endMarkedContentSequence();
    }
  }

  /** Draws a text that ends at a place. */
  void textTo(float right, float y, String text, Style style, float points) {
    text(right - fonts.width(text, style, points), y, text, style, points);
  }

  /** Draws a text around a place. */
  void centered(float x, float y, String text, Style style, float points) {
    text(x - fonts.width(text, style, points) / 2, y, text, style, points);
  }

  /** Draws what follows in grey, or in black again. */
  void grey(boolean grey) {
    canvas.setGrayFill(grey ? GREY : 0);
  }

  /**
   * The size at which a text fits into a width on one line, down to a limit.
   *
   * @param points the size that it should have
   */
  float fitting(String text, Style style, float points, float width, float least) {
    float wide = fonts.width(text, style, points);
    float lowest = Math.max(SMALLEST, least);
    // A hair less, or what is rounded up would be broken.
    return wide <= width ? points : Math.max(lowest, points * 0.995f * width / wide);
  }

  /** The lines of a text that are no wider than a width; a word that is wider is broken. */
  List<String> lines(String text, Style style, float points, float width) {
    if (fonts.width(text, style, points) <= width) {
      return List.of(text);
    }
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : text.split(" ", -1)) {
      String with = line.isEmpty() ? word : line + " " + word;
      if (fonts.width(with, style, points) <= width) {
        line.setLength(0);
        line.append(with);
        continue;
      }
      if (!line.isEmpty()) {
        lines.add(line.toString());
        line.setLength(0);
      }
      line.append(breakInto(lines, word, style, points, width));
    }
    if (!line.isEmpty()) {
      lines.add(line.toString());
    }
    return lines;
  }

  /** Adds the full lines of a long word and gives what is left of it. */
  private String breakInto(
      List<String> lines, String word, Style style, float points, float width) {
    String rest = word;
    while (fonts.width(rest, style, points) > width) {
      int end = rest.offsetByCodePoints(0, 1);
      while (end < rest.length()
          && fonts.width(rest.substring(0, rest.offsetByCodePoints(end, 1)), style, points)
              <= width) {
        end = rest.offsetByCodePoints(end, 1);
      }
      lines.add(rest.substring(0, end));
      rest = rest.substring(end);
    }
    return rest;
  }

  /** Draws a line, dashed where it is to be cut along. */
  void line(float fromX, float fromY, float toX, float toY, boolean dashed) {
    tags.decorate(canvas, () -> stroke(fromX, fromY, toX, toY, dashed));
  }

  private void stroke(float fromX, float fromY, float toX, float toY, boolean dashed) {
    canvas.saveState();
    canvas.setLineWidth(0.5f);
    canvas.setGrayStroke(dashed ? 0.6f : 0.75f);
    if (dashed) {
      canvas.setLineDash(4, 3, 0);
    }
    canvas.moveTo(fromX, height() - fromY);
    canvas.lineTo(toX, height() - toY);
    canvas.stroke();
    canvas.restoreState();
  }

  /** Draws the outline of a box. */
  void box(float x, float y, float side) {
    tags.decorate(
        canvas,
        () -> {
          canvas.saveState();
          canvas.setLineWidth(0.8f);
          canvas.rectangle(x, height() - y, side, side);
          canvas.stroke();
          canvas.restoreState();
        });
  }

  /**
   * Draws a text as a QR code with its upper left corner at a place; nothing where it is too long.
   */
  void qrCode(float x, float y, float side, String text) {
    BitMatrix code;
    try {
      code = QrCode.of(text);
    } catch (WriterException e) {
      return;
    }
    tags.begin(Tag.FIGURE);
    tags.describe("QR code of " + text, x, height() - y - side, x + side, height() - y);
    tags.draw(canvas, () -> squares(code, x, y, side));
  }

  private void squares(BitMatrix code, float x, float y, float side) {
    float dot = side / code.getWidth();
    for (int row = 0; row < code.getHeight(); row++) {
      for (int column = 0; column < code.getWidth(); column++) {
        if (code.get(column, row)) {
          canvas.rectangle(x + column * dot, height() - y - (row + 1) * dot, dot, dot);
        }
      }
    }
    canvas.fill();
  }

  @Override
  public void close() {
    if (pages == 0) {
      begin();
    }
    document.close();
  }
}
