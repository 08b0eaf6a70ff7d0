package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import neatroster.core.grid.UnreadableSheetException;

/**
 * What a worksheet says about its columns beside its cells: the words that may be chosen (ECMA-376,
 * part 1, section 18.3.1.32), what is shown to whoever fills one in, and remarks on cells (section
 * 18.7.3).
 */
final class XlsxHints {
  private static final Pattern REFERENCE =
      Pattern.compile("\\$?([A-Z]{1,3})\\$?\\d*(?::\\$?([A-Z]{1,3})\\$?\\d*)?");
  private static final Pattern RANGE =
      Pattern.compile("(?:'?([^'!]*)'?!)?\\$?([A-Z]{1,3})\\$?(\\d+):\\$?([A-Z]{1,3})\\$?(\\d+)");
  private static final int MOST_COLUMNS = 1000;

  private final Map<Integer, List<String>> hints = new TreeMap<>();

  /** Finds the words that stand in a range of a sheet, which may have a name. */
  @FunctionalInterface
  interface RangeReader {
    /**
     * Reads a range.
     *
     * @param sheet the name of the sheet; null for the same one
     * @param column the column, from 0
     */
    List<String> words(String sheet, int column, int firstRow, int lastRow);
  }

  private XlsxHints() {}

  /** The hints of a worksheet, by column from 0. */
  static Map<Integer, List<String>> of(ZipFile zip, String entry, RangeReader ranges)
      throws UnreadableSheetException {
    XlsxHints found = new XlsxHints();
    try {
      found.validations(zip, entry, ranges);
      String comments = partOfComments(zip, entry);
      if (!comments.isEmpty() && zip.getEntry(comments) != null) {
        found.comments(zip, comments);
      }
      return found.hints;
    } catch (IOException | XMLStreamException e) {
      // What is said beside the cells is a help, and no more.
      return Map.of();
    }
  }

  private void add(String reference, String hint) {
    if (hint.isBlank()) {
      return;
    }
    for (String part : reference.trim().split(" +", -1)) {
      Matcher matcher = REFERENCE.matcher(part);
      if (matcher.matches()) {
        int first = column(matcher.group(1));
        int last = matcher.group(2) == null ? first : column(matcher.group(2));
        for (int at = first; at <= Math.min(last, first + MOST_COLUMNS); at++) {
          hints.computeIfAbsent(at, a -> new ArrayList<>()).add(hint.strip());
        }
      }
    }
  }

  private static int column(String letters) {
    int column = 0;
    for (int i = 0; i < letters.length(); i++) {
      column = column * 26 + letters.charAt(i) - 'A' + 1;
    }
    return column - 1;
  }

  private void validations(ZipFile zip, String entry, RangeReader ranges)
      throws IOException, XMLStreamException, UnreadableSheetException {
    try (InputStream in = SafeZip.content(zip, entry)) {
      XMLStreamReader xml = SafeXml.read(in);
      String reference = "";
      boolean isList = false;
      while (xml.hasNext()) {
        int event = xml.next();
        if (event != XMLStreamConstants.START_ELEMENT) {
          continue;
        }
        if (xml.getLocalName().equals("dataValidation")) {
          reference = attribute(xml, "sqref");
          isList = attribute(xml, "type").equals("list");
          add(reference, attribute(xml, "prompt"));
        } else if (xml.getLocalName().equals("formula1") && isList) {
          add(reference, words(xml.getElementText(), ranges));
          isList = false;
        }
      }
    }
  }

  private static String words(String formula, RangeReader ranges) {
    String text = formula.strip();
    if (text.startsWith("\"") && text.endsWith("\"") && text.length() > 1) {
      return text.substring(1, text.length() - 1).replace("\"\"", "\"").replace(",", " / ");
    }
    Matcher range = RANGE.matcher(text);
    return range.matches()
        ? String.join(
            " / ",
            ranges.words(
                range.group(1),
                column(range.group(2)),
                Integer.parseInt(range.group(3)),
                Integer.parseInt(range.group(5))))
        : "";
  }

  private static String attribute(XMLStreamReader xml, String name) {
    String value = xml.getAttributeValue(null, name);
    return value == null ? "" : value;
  }

  /** The part that holds the remarks of a worksheet, or an empty text. */
  private static String partOfComments(ZipFile zip, String entry)
      throws IOException, XMLStreamException, UnreadableSheetException {
    int slash = entry.lastIndexOf('/');
    String relations =
        entry.substring(0, slash + 1) + "_rels/" + entry.substring(slash + 1) + ".rels";
    if (zip.getEntry(relations) == null) {
      return "";
    }
    try (InputStream in = SafeZip.content(zip, relations)) {
      XMLStreamReader xml = SafeXml.read(in);
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT
            && xml.getLocalName().equals("Relationship")
            && attribute(xml, "Type").endsWith("/comments")) {
          String target = attribute(xml, "Target");
          return target.startsWith("/")
              ? target.substring(1)
              : target.startsWith("../")
                  ? "xl/" + target.substring("../".length())
                  : entry.substring(0, slash + 1) + target;
        }
      }
      return "";
    }
  }

  private void comments(ZipFile zip, String part)
      throws IOException, XMLStreamException, UnreadableSheetException {
    Map<String, StringBuilder> texts = new HashMap<>();
    try (InputStream in = SafeZip.content(zip, part)) {
      XMLStreamReader xml = SafeXml.read(in);
      String reference = "";
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT) {
          if (xml.getLocalName().equals("comment")) {
            reference = attribute(xml, "ref");
          } else if (xml.getLocalName().equals("t")) {
            SafeXml.append(
                texts.computeIfAbsent(reference, r -> new StringBuilder()), xml.getElementText());
          }
        }
      }
    }
    texts.forEach((reference, text) -> add(reference, text.toString()));
  }
}
