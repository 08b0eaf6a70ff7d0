package neatroster.core.text;

import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Letters as web pages write them: by a name, or by a number in tens or sixteens. */
public final class HtmlEntities {
  /** The names of U+00A0 to U+00FF in their order (HTML 4.01, section 24.2.1). */
  private static final String LATIN =
      "nbsp iexcl cent pound curren yen brvbar sect uml copy ordf laquo not shy reg "
          + "macr deg plusmn sup2 sup3 acute micro para middot cedil sup1 ordm raquo "
          + "frac14 frac12 frac34 iquest Agrave Aacute Acirc Atilde Auml Aring AElig "
          + "Ccedil Egrave Eacute Ecirc Euml Igrave Iacute Icirc Iuml ETH Ntilde Ograve "
          + "Oacute Ocirc Otilde Ouml times Oslash Ugrave Uacute Ucirc Uuml Yacute THORN "
          + "szlig agrave aacute acirc atilde auml aring aelig ccedil egrave eacute ecirc "
          + "euml igrave iacute icirc iuml eth ntilde ograve oacute ocirc otilde ouml "
          + "divide oslash ugrave uacute ucirc uuml yacute thorn yuml";

  private static final int FIRST = 0xa0;
  private static final Pattern ENTITY =
      Pattern.compile("&(?:#(\\d{1,7})|#[xX]([0-9a-fA-F]{1,6})|([A-Za-z]{2,8}\\d?));");
  private static final Map<String, String> NAMED = named();

  private HtmlEntities() {}

  private static Map<String, String> named() {
    Map<String, String> named = new HashMap<>();
    String[] names = LATIN.split(" ", -1);
    for (int i = 0; i < names.length; i++) {
      named.put(names[i], String.valueOf((char) (FIRST + i)));
    }
    named.put("amp", "&");
    named.put("lt", "<");
    named.put("gt", ">");
    named.put("quot", "\"");
    named.put("apos", "'");
    return named;
  }

  /** The text with the letters themselves; the same text where it has none so written. */
  public static String read(String text) {
    Matcher entity = ENTITY.matcher(text);
    StringBuilder read = new StringBuilder();
    while (entity.find()) {
      String letter = letter(entity);
      entity.appendReplacement(
          read, Matcher.quoteReplacement(letter == null ? entity.group() : letter));
    }
    return entity.appendTail(read).toString();
  }

  private static String letter(Matcher entity) {
    if (entity.group(3) != null) {
      return NAMED.get(entity.group(3));
    }
    int point =
        entity.group(1) != null
            ? Integer.parseInt(entity.group(1))
            : Integer.parseInt(entity.group(2), 16);
    return Character.isValidCodePoint(point) && point > 0x1f && Character.isDefined(point)
        ? Character.toString(point)
        : null;
  }
}
