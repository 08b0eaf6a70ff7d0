package neatroster.sheets;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import neatroster.core.grid.Hidden;

/**
 * Finds what an OpenDocument spreadsheet does not show of a table (OpenDocument 1.3, part 3,
 * sections 19.752 and 20.396).
 */
final class HiddenParts {
  private static final int WIDEST = 1024;

  private final Set<String> hiddenStyles = new HashSet<>();
  private final List<Hidden> found = new ArrayList<>();
  private List<Integer> columns = new ArrayList<>();
  private String style;
  private boolean whole;
  private int rows;
  private int nextColumn;

  /** What does not show of each table of the document, in their order. */
  static List<Hidden> of(XMLStreamReader xml) throws XMLStreamException {
    return new HiddenParts().find(xml);
  }

  private List<Hidden> find(XMLStreamReader xml) throws XMLStreamException {
    int depth = 0;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        String element = xml.getLocalName();
        if (element.equals("style")) {
          style = attribute(xml, "name");
        } else if (element.equals("table-properties")
            && "false".equals(attribute(xml, "display"))) {
          hiddenStyles.add(style);
        } else if (element.equals("table") && depth++ == 0) {
          whole = hiddenStyles.contains(attribute(xml, "style-name"));
          rows = 0;
          nextColumn = 0;
          columns = new ArrayList<>();
        } else if (depth > 0) {
          part(xml, element);
        }
      } else if (event == XMLStreamConstants.END_ELEMENT
          && xml.getLocalName().equals("table")
          && --depth == 0) {
        found.add(new Hidden(whole, rows, columns));
      }
    }
    return found;
  }

  private void part(XMLStreamReader xml, String element) {
    String visibility = attribute(xml, "visibility");
    boolean hidden = "collapse".equals(visibility) || "filter".equals(visibility);
    if (element.equals("table-column")) {
      int repeats = count(attribute(xml, "number-columns-repeated"));
      for (int i = 0; hidden && i < repeats && nextColumn + i < WIDEST; i++) {
        columns.add(nextColumn + i);
      }
      nextColumn += repeats;
    } else if (element.equals("table-row") && hidden) {
      int repeats = count(attribute(xml, "number-rows-repeated"));
      // Nobody types a thousand rows that are all the same: those are the blank ones at the end.
      rows += repeats < 1000 ? repeats : 0;
    }
  }

  private static int count(String repeats) {
    return repeats == null || !repeats.matches("\\d{1,7}") ? 1 : Integer.parseInt(repeats);
  }

  private static String attribute(XMLStreamReader xml, String name) {
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      if (xml.getAttributeLocalName(i).equals(name)) {
        return xml.getAttributeValue(i);
      }
    }
    return null;
  }
}
