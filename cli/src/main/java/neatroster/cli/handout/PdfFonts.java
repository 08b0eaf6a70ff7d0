package neatroster.cli.handout;

import com.lowagie.text.DocumentException;
import com.lowagie.text.pdf.BaseFont;
import com.lowagie.text.pdf.LayoutProcessor;
import java.awt.font.GlyphVector;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.Character.UnicodeScript;
import java.text.Bidi;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Fonts for names in any script, embedded in the page: each piece of a text gets the font of its
 * script, and pieces that run from right to left are put into the order in which they are seen
 * (Unicode Standard Annex 9).
 */
final class PdfFonts {
  /** How a text looks. Only European letters come in bold. */
  enum Style {
    PLAIN("NotoSans-Regular.ttf"),
    BOLD("NotoSans-Bold.ttf"),
    /** For passwords: no two letters look alike. */
    MONO("DejaVuSansMono-Bold.ttf");

    private final String file;

    Style(String file) {
      this.file = file;
    }
  }

  private static final String FOLDER = "neatroster/cli/handout/fonts/";
  private static final String WIDEST = "DroidSansFallback.ttf";

  private static final Map<UnicodeScript, String> FILES = new EnumMap<>(UnicodeScript.class);

  static {
    String[][] files = {
      {"ARABIC", "Arabic"},
      {"HEBREW", "Hebrew"},
      {"DEVANAGARI", "Devanagari"},
      {"BENGALI", "Bengali"},
      {"GURMUKHI", "Gurmukhi"},
      {"GUJARATI", "Gujarati"},
      {"ORIYA", "Oriya"},
      {"TAMIL", "Tamil"},
      {"TELUGU", "Telugu"},
      {"KANNADA", "Kannada"},
      {"MALAYALAM", "Malayalam"},
      {"SINHALA", "Sinhala"},
      {"THAI", "Thai"},
      {"LAO", "Lao"},
      {"KHMER", "Khmer"},
      {"MYANMAR", "Myanmar"},
      {"GEORGIAN", "Georgian"},
      {"ARMENIAN", "Armenian"},
      {"ETHIOPIC", "Ethiopic"}
    };
    for (String[] file : files) {
      FILES.put(UnicodeScript.valueOf(file[0]), "NotoSans" + file[1] + "-Regular.ttf");
    }
    FILES.put(UnicodeScript.HANGUL, "NotoSansKR-Regular.ttf");
    for (UnicodeScript script :
        List.of(
            UnicodeScript.HAN,
            UnicodeScript.HIRAGANA,
            UnicodeScript.KATAKANA,
            UnicodeScript.BOPOMOFO)) {
      FILES.put(script, WIDEST);
    }
  }

  /** What stands on every slip is measured once. */
  private static final int MOST_MEASURED = 5000;

  /** Texts are measured at this size; widths grow with the size. */
  private static final float MEASURED_AT = 100;

  private final Map<String, Float> measured =
      new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Float> eldest) {
          return size() > MOST_MEASURED;
        }
      };

  private final Map<String, BaseFont> loaded = new HashMap<>();
  private boolean lacking;

  PdfFonts() {
    enableShaping();
  }

  private static synchronized void enableShaping() {
    if (!LayoutProcessor.isEnabled()) {
      LayoutProcessor.enableKernLiga();
    }
  }

  /**
   * A piece of a text in one font and direction.
   *
   * @param font the font
   * @param text the piece
   * @param rightToLeft whether it is read from the right
   */
  record Piece(BaseFont font, String text, boolean rightToLeft) {}

  /** Whether any text had a character that no font here has. */
  boolean isLacking() {
    return lacking;
  }

  /** The pieces of a text, from left to right as they are seen. */
  List<Piece> pieces(String text, Style style) {
    if (text.isEmpty()) {
      return List.of();
    }
    Bidi bidi = new Bidi(text, Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT);
    List<Piece> pieces = new ArrayList<>();
    List<Byte> levels = new ArrayList<>();
    for (int run = 0; run < bidi.getRunCount(); run++) {
      int end = bidi.getRunLimit(run);
      int start = bidi.getRunStart(run);
      while (start < end) {
        BaseFont font = fontFor(text.codePointAt(start), style, null);
        int at = start;
        while (at < end) {
          BaseFont next = fontFor(text.codePointAt(at), style, font);
          if (next != font) {
            break;
          }
          at += Character.charCount(text.codePointAt(at));
        }
        int level = bidi.getRunLevel(run);
        pieces.add(new Piece(font, text.substring(start, at), level % 2 == 1));
        levels.add((byte) level);
        start = at;
      }
    }
    byte[] order = new byte[levels.size()];
    for (int i = 0; i < order.length; i++) {
      order[i] = levels.get(i);
    }
    Piece[] seen = pieces.toArray(Piece[]::new);
    Bidi.reorderVisually(order, 0, seen, 0, seen.length);
    return List.of(seen);
  }

  /** The font for a character; the one at hand where that has it and the script is no other. */
  private BaseFont fontFor(int character, Style style, BaseFont atHand) {
    UnicodeScript script = UnicodeScript.of(character);
    boolean anyScript = script == UnicodeScript.COMMON || script == UnicodeScript.INHERITED;
    boolean unseen = Character.getType(character) == Character.FORMAT;
    if (atHand != null && anyScript && (unseen || atHand.charExists(character))) {
      return atHand;
    }
    BaseFont own = font(FILES.getOrDefault(script, style.file));
    if (own.charExists(character)) {
      return own;
    }
    for (String file : List.of(Style.PLAIN.file, WIDEST)) {
      if (font(file).charExists(character)) {
        return font(file);
      }
    }
    lacking |= !unseen && !Character.isISOControl(character);
    return atHand == null ? own : atHand;
  }

  private BaseFont font(String file) {
    return loaded.computeIfAbsent(file, PdfFonts::load);
  }

  private static BaseFont load(String file) {
    String name = FOLDER + file;
    try (InputStream in = PdfFonts.class.getClassLoader().getResourceAsStream(name)) {
      BaseFont font =
          BaseFont.createFont(
              name, BaseFont.IDENTITY_H, BaseFont.EMBEDDED, true, in.readAllBytes(), null);
      // It would have to name every letter of the part of the font that is embedded.
      font.setIncludeCidSet(false);
      return font;
    } catch (DocumentException e) {
      throw new IllegalStateException(name, e);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** How wide a text is, in points. */
  float width(String text, Style style, float size) {
    return measured.computeIfAbsent(style.file + text, key -> measure(text, style))
        * size
        / MEASURED_AT;
  }

  private float measure(String text, Style style) {
    float width = 0;
    for (Piece piece : pieces(text, style)) {
      width += width(piece, MEASURED_AT);
    }
    return width;
  }

  /** How wide a piece is, in points. */
  static float width(Piece piece, float size) {
    GlyphVector glyphs = LayoutProcessor.computeGlyphVector(piece.font(), size, piece.text());
    return (float) glyphs.getGlyphPosition(glyphs.getNumGlyphs()).getX();
  }
}
