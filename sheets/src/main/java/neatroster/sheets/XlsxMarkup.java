package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipFile;
import neatroster.core.grid.UnreadableSheetException;

/**
 * What a worksheet says of its rows and columns besides what is in them (ECMA-376, part 1, sections
 * 18.3.1.13, 18.3.1.55 and 18.3.1.73): which are hidden, and which cells reach over the rows below.
 *
 * <p>The merged cells stand behind all rows. Their bytes are looked through without being parsed,
 * which takes a small part of the time that reading the rows takes.
 */
final class XlsxMarkup {
  /** A tag that we look for is no longer. */
  private static final int LONGEST_TAG = 1000;

  private static final int MOST = 100_000;
  private static final Pattern MERGED =
      Pattern.compile("ref=[\"']([A-Z]{1,3})(\\d+):[A-Z]{1,3}(\\d+)[\"']");
  private static final Pattern REFERENCE = Pattern.compile("\\br=[\"']([A-Z]{1,3})(\\d+)[\"']");
  private static final Pattern HIDDEN = Pattern.compile("\\bhidden=[\"'](?:1|true)[\"']");

  /** A cell holds 32,767 characters at the most (section 18.18.98); this is generous. */
  private static final int LONGEST_TEXT = 400_000;

  /** Cells whose formula made an empty text. */
  private final Set<Long> emptyResults = new HashSet<>();

  /** Whether the cell that has begun is a text that a formula made. */
  private boolean inTextResult;

  private boolean resultSeen;
  private long cellNumber;

  private int hiddenRows;
  private final List<Integer> hiddenColumns = new ArrayList<>();
  private final Map<Long, Integer> lastRowOfCell = new HashMap<>();
  private int rightmost = -1;

  /** Looks through a worksheet. */
  static XlsxMarkup of(ZipFile zip, String entry) throws IOException, UnreadableSheetException {
    XlsxMarkup markup = new XlsxMarkup();
    try (InputStream in = SafeZip.content(zip, entry)) {
      markup.look(in);
    }
    return markup;
  }

  /** Refuses texts that no cell could hold: whoever reads them in one piece runs out of memory. */
  static void verifyTexts(ZipFile zip, String entry) throws IOException, UnreadableSheetException {
    if (zip.getEntry(entry) != null) {
      of(zip, entry);
    }
  }

  private void look(InputStream in) throws IOException, UnreadableSheetException {
    byte[] block = new byte[1 << 16];
    byte[] tag = new byte[LONGEST_TAG];
    // Of a tag that goes on in the next block what came so far; -1 between tags.
    int length = -1;
    int run = 0;
    for (int read = in.read(block); read >= 0; read = in.read(block)) {
      int i = 0;
      while (i < read) {
        int from = i;
        if (length < 0) {
          while (i < read && block[i] != '<') {
            i++;
          }
          run += i - from;
          if (inTextResult && i > from) {
            resultSeen = true;
          }
          if (run > LONGEST_TEXT) {
            throw new UnreadableSheetException(0, "a cell is larger than anybody types");
          }
          if (i < read) {
            i++;
            length = 0;
            run = 0;
          }
        } else {
          while (i < read && block[i] != '>') {
            i++;
          }
          int kept = Math.min(i - from, LONGEST_TAG - length);
          if (length < 2 || isInteresting(tag) || inTextResult) {
            System.arraycopy(block, from, tag, length, kept);
            length += kept;
          }
          if (i < read) {
            i++;
            if (inTextResult) {
              withinTextResult(tag, length);
            }
            if (length > 3 && isInteresting(tag)) {
              tag(tag, length);
            }
            length = -1;
          }
        }
      }
    }
  }

  /** Rows, columns, merged cells, and the cells themselves, by far the commonest. */
  private static boolean isInteresting(byte[] tag) {
    return (tag[0] == 'c' && tag[1] == ' ')
        || (tag[0] == 'r' && tag[1] == 'o')
        || (tag[0] == 'm' && tag[1] == 'e')
        || (tag[0] == 'c' && tag[1] == 'o');
  }

  /** What stands within a formula itself is no result of it. */
  private void withinTextResult(byte[] tag, int length) {
    if (length > 0 && tag[0] == 'v') {
      resultSeen = false;
    } else if (length > 1 && tag[0] == '/' && tag[1] == 'c') {
      if (!resultSeen && emptyResults.size() < MOST) {
        emptyResults.add(cellNumber);
      }
      inTextResult = false;
    } else if (length > 1 && tag[0] == '/' && tag[1] == 'f') {
      resultSeen = false;
    }
  }

  private void tag(byte[] tag, int length) throws UnreadableSheetException {
    if (tag[1] == ' ') {
      verifyColumn(tag, length);
      if (isTextResult(tag, length)) {
        beginTextResult(new String(tag, 0, length, StandardCharsets.ISO_8859_1));
      }
      return;
    }
    String text = new String(tag, 0, length, StandardCharsets.ISO_8859_1);
    if (text.startsWith("row ")) {
      hiddenRows += text.contains("hidden") && HIDDEN.matcher(text).find() ? 1 : 0;
    } else if (text.startsWith("col ") && HIDDEN.matcher(text).find()) {
      int last = Math.min(number(text, "max"), 16_384);
      for (int column = number(text, "min"); column > 0 && column <= last; column++) {
        hiddenColumns.add(column - 1);
      }
    } else if (text.startsWith("mergeCell ") && lastRowOfCell.size() < MOST) {
      Matcher merged = MERGED.matcher(text);
      if (merged.find() && merged.group(2).length() < 8 && merged.group(3).length() < 8) {
        int first = Integer.parseInt(merged.group(2));
        int last = Integer.parseInt(merged.group(3));
        if (last > first) {
          int column = column(merged.group(1));
          rightmost = Math.max(rightmost, column);
          lastRowOfCell.put(cell(first, column), last);
        }
      }
    }
  }

  /** A worksheet's columns end at XFD; a cell far beyond makes a row of billions. */
  private static void verifyColumn(byte[] tag, int length) throws UnreadableSheetException {
    for (int i = 2; i + 3 < length; i++) {
      boolean reference = tag[i] == 'r' && tag[i + 1] == '=' && tag[i - 1] == ' ';
      if (reference) {
        int letters = 0;
        while (i + 3 + letters < length && tag[i + 3 + letters] >= 'A') {
          letters++;
        }
        if (letters > 3) {
          throw new UnreadableSheetException(0, "it has more columns than a workbook can have");
        }
        return;
      }
    }
  }

  /** Whether a cell says that it is a text made by a formula: {@code t="str"}. */
  private static boolean isTextResult(byte[] tag, int length) {
    for (int i = 2; i + 6 < length; i++) {
      if (tag[i] == 't'
          && tag[i - 1] == ' '
          && tag[i + 1] == '='
          && tag[i + 3] == 's'
          && tag[i + 4] == 't'
          && tag[i + 5] == 'r') {
        return tag[length - 1] != '/';
      }
    }
    return false;
  }

  private void beginTextResult(String tag) {
    Matcher reference = REFERENCE.matcher(tag);
    if (reference.find() && reference.group(2).length() < 8) {
      inTextResult = true;
      resultSeen = false;
      cellNumber = cell(Integer.parseInt(reference.group(2)), column(reference.group(1)));
    }
  }

  /** Whether a formula made the empty text of a cell; its column counted from 0. */
  boolean isTextResult(int row, int column) {
    return emptyResults.contains(cell(row, column));
  }

  private static int number(String tag, String attribute) {
    Matcher number = Pattern.compile("\\b" + attribute + "=[\"'](\\d{1,6})[\"']").matcher(tag);
    return number.find() ? Integer.parseInt(number.group(1)) : 0;
  }

  private static int column(String letters) {
    int column = 0;
    for (int i = 0; i < letters.length(); i++) {
      column = column * 26 + letters.charAt(i) - 'A' + 1;
    }
    return column - 1;
  }

  private static long cell(int row, int column) {
    return ((long) row << 20) | column;
  }

  /** Whether any cell reaches over the rows below. */
  boolean merges() {
    return !lastRowOfCell.isEmpty();
  }

  /** The rightmost column, counted from 0, in which cells reach down, or -1. */
  int rightmost() {
    return rightmost;
  }

  /** The last row that a cell reaches down to; its own row where it reaches no further. */
  int lastRow(int row, int column) {
    return lastRowOfCell.getOrDefault(cell(row, column), row);
  }

  int hiddenRows() {
    return hiddenRows;
  }

  List<Integer> hiddenColumns() {
    return List.copyOf(hiddenColumns);
  }
}
