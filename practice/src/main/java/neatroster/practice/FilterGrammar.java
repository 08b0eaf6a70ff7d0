package neatroster.practice;

import com.unboundid.scim2.common.types.AttributeDefinition;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Holds filters and paths to the grammar of RFC 7644 (section 3.4.2.2, figure 1; section 3.5.2,
 * figure 7), which the library that evaluates them is lenient with. The prefix of a core schema is
 * taken from the names of its attributes, which mean the same without it.
 */
final class FilterGrammar {
  private static final Pattern STRING =
      Pattern.compile("\"(?:[^\"\\\\\\p{Cntrl}]|\\\\(?:[\"\\\\/bfnrt]|u[0-9a-fA-F]{4}))*\"");
  private static final Pattern NUMBER =
      Pattern.compile("-?(?:0|[1-9]\\d*)(?:\\.\\d+)?(?:[eE][+-]?\\d+)?");
  private static final Pattern WORD = Pattern.compile("true|false|null");
  private static final Pattern ATTRIBUTE =
      Pattern.compile("(?i)((?:urn:[a-z0-9._:-]+:)?)([a-z$][\\w-]*)((?:\\.[a-z$][\\w-]*)?)");
  private static final Pattern SPACE = Pattern.compile(" +");
  private static final Set<String> COMPARED =
      Set.of("eq", "ne", "co", "sw", "ew", "gt", "lt", "ge", "le");
  private static final int DEEPEST = 50;

  private final Schemas schemas;
  private final String text;
  private final String trouble;
  private final StringBuilder plain = new StringBuilder();
  private int at;

  private FilterGrammar(Schemas schemas, String text, String trouble) {
    this.schemas = schemas;
    this.text = text;
    this.trouble = trouble;
  }

  /** A filter, with the names of core attributes alone; {@code invalidFilter} where it is none. */
  static String filter(Schemas schemas, String text) throws ScimError {
    FilterGrammar grammar = new FilterGrammar(schemas, text.strip(), "invalidFilter");
    grammar.expression("", 0);
    grammar.end();
    return grammar.plain.toString();
  }

  /** The path of an attribute, written likewise; {@code invalidPath} where it is none. */
  static String path(Schemas schemas, String text) throws ScimError {
    FilterGrammar grammar = new FilterGrammar(schemas, text.strip(), "invalidPath");
    String attribute = grammar.attribute();
    if (grammar.isNext('[')) {
      grammar.values(attribute, 0);
      if (grammar.isNext('.')) {
        grammar.take(Pattern.compile("(?i)\\.[a-z$][\\w-]*"), "the name of an attribute");
      }
    }
    grammar.end();
    return grammar.plain.toString();
  }

  private ScimError wrong(String expected) {
    return new ScimError(
        400, trouble, "At sign " + (at + 1) + " of “" + text + "” " + expected + " is expected.");
  }

  private void end() throws ScimError {
    if (at < text.length()) {
      throw wrong("the end");
    }
  }

  private boolean isNext(char sign) {
    return at < text.length() && text.charAt(at) == sign;
  }

  private Optional<String> taken(Pattern pattern) {
    Matcher matcher = pattern.matcher(text).region(at, text.length());
    if (!matcher.lookingAt()) {
      return Optional.empty();
    }
    at = matcher.end();
    plain.append(matcher.group());
    return Optional.of(matcher.group());
  }

  private String take(Pattern pattern, String expected) throws ScimError {
    return taken(pattern).orElseThrow(() -> wrong(expected));
  }

  private void sign(char sign) throws ScimError {
    if (!isNext(sign)) {
      throw wrong("“" + sign + "”");
    }
    at++;
    plain.append(sign);
  }

  /** Terms joined by words; within brackets they are about the values of an attribute. */
  private void expression(String within, int depth) throws ScimError {
    if (depth > DEEPEST) {
      throw new ScimError(400, trouble, "The filter is nested too deep.");
    }
    while (true) {
      term(within, depth);
      int before = at;
      int written = plain.length();
      if (taken(SPACE).isEmpty()) {
        return;
      }
      if (taken(Pattern.compile("(?i)(?:and|or)(?= )")).isEmpty()) {
        at = before;
        plain.setLength(written);
        return;
      }
      take(SPACE, "a space");
    }
  }

  private void term(String within, int depth) throws ScimError {
    taken(Pattern.compile("(?i)not *(?=\\()"));
    if (isNext('(')) {
      sign('(');
      taken(SPACE);
      expression(within, depth + 1);
      taken(SPACE);
      sign(')');
      return;
    }
    String attribute = attribute();
    if (isNext('[') && within.isEmpty()) {
      values(attribute, depth + 1);
      return;
    }
    int end = plain.length();
    take(SPACE, "a space");
    String operator =
        take(Pattern.compile("(?i)[a-z]{2}(?![a-z])"), "eq, ne, co, sw, ew, gt, ge, lt, le or pr")
            .toLowerCase(Locale.ROOT);
    String whole = within.isEmpty() ? attribute : within + "." + attribute;
    if (operator.equals("pr")) {
      return;
    }
    if (!COMPARED.contains(operator)) {
      throw wrong("another operator than " + operator);
    }
    take(SPACE, "a space");
    verifyComparable(whole, operator);
    if (hasValues(whole)) {
      // An attribute of several values is compared by the values themselves.
      plain.insert(end, ".value");
    }
    value();
  }

  private void values(String attribute, int depth) throws ScimError {
    sign('[');
    expression(attribute, depth);
    sign(']');
  }

  private void value() throws ScimError {
    if (taken(STRING).isEmpty() && taken(NUMBER).isEmpty() && taken(WORD).isEmpty()) {
      throw wrong("a text in quotation marks, a number, true, false or null");
    }
  }

  /** The name of an attribute, without the prefix of a core schema. */
  private String attribute() throws ScimError {
    Matcher name = ATTRIBUTE.matcher(text).region(at, text.length());
    if (!name.lookingAt()) {
      throw wrong("the name of an attribute");
    }
    at = name.end();
    String schema = name.group(1).isEmpty() ? "" : name.group(1).replaceFirst(":$", "");
    String bare = name.group(2) + name.group(3);
    boolean isCore =
        schema.equalsIgnoreCase(Schemas.USER) || schema.equalsIgnoreCase(Schemas.GROUP);
    String written = schema.isEmpty() || isCore ? bare : schema + ":" + bare;
    plain.append(written);
    return written;
  }

  private boolean hasValues(String attribute) {
    return schemas
        .attribute(attribute)
        .filter(found -> found.isMultiValued() && found.getSubAttributes() != null)
        .map(found -> schemas.attribute(attribute + ".value").isPresent())
        .orElse(false);
  }

  /** True and false have no order and no parts (RFC 7644, table 3). */
  private void verifyComparable(String attribute, String operator) throws ScimError {
    boolean isOfTruth =
        schemas
            .attribute(attribute)
            .filter(found -> found.getType() == AttributeDefinition.Type.BOOLEAN)
            .isPresent();
    if (isOfTruth && !operator.equals("eq") && !operator.equals("ne")) {
      throw new ScimError(400, trouble, attribute + " is true or false, and takes eq and ne.");
    }
    if (attribute.equalsIgnoreCase("password")) {
      throw new ScimError(403, "sensitive", "Nobody is looked for by a password.");
    }
  }
}
