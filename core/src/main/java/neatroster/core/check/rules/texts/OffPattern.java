package neatroster.core.check.rules.texts;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.pattern.PatternException;
import neatroster.core.pattern.PatternGuess;
import neatroster.core.text.AsciiText;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A value that breaks the pattern of the others. */
public final class OffPattern extends TableRule implements ColumnRule {
  static final RuleText TEXT = new RuleText("off-pattern", Severity.WARNING);

  public OffPattern() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public Set<String> explainedBy() {
    return Set.of("bad-email", "another-person", "duplicate-email", "unreachable-email");
  }

  /** Fewer values show no pattern. */
  private static final int FEWEST = 8;

  /** So many in ten follow a pattern that is one. */
  private static final int MOST_FOLLOW = 9;

  /** Languages in which letters with marks are written out, as in “mueller” and “soerensen”. */
  private static final List<String> WRITING_OUT = List.of("de", "da");

  private static final int MOST_HELD = 2000;

  private static final String LIKE_DIGITS = "OoDQlIiSsBZzG";
  private static final String DIGITS = "0000111558226";

  private static final Field[] OF_PEOPLE = {Field.USERNAME, Field.EMAIL};

  /** A value that is judged when the pattern is known. */
  private record Held(String value, Map<String, String> of, Finding.Builder finding) {}

  private final Map<String, neatroster.core.pattern.Pattern> ofOwnFields = new HashMap<>();

  @Override
  public void select(RowFilter on) {
    on.sheet()
        .ownFields()
        .forEach(
            (field, column) -> {
              if (!field.pattern().isEmpty()) {
                on.text(column, cell -> true);
              }
            });
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.row.isDerived()) {
      ownFields(row, findings);
    }
  }

  /** A field of the school's own keeps to the pattern that the settings give it. */
  private void ownFields(CheckedRow row, Findings findings) {
    for (Map.Entry<OwnField, Integer> own : row.row.reading().ownFields().entrySet()) {
      Cell cell = row.row.cellAt(own.getValue());
      String pattern = own.getKey().pattern();
      if (!pattern.isEmpty()
          && !cell.isBlank()
          && !parsed(pattern).fits(cell.cleaned(), values(row))) {
        findings.add(
            row.finding(
                this,
                own.getValue(),
                Quoted.value(cell.cleaned()) + " does not follow " + pattern + "."));
      }
    }
  }

  private neatroster.core.pattern.Pattern parsed(String pattern) {
    return ofOwnFields.computeIfAbsent(
        pattern,
        text -> {
          try {
            return neatroster.core.pattern.Pattern.parse(text);
          } catch (PatternException e) {
            throw new IllegalArgumentException("settings are read with their patterns checked", e);
          }
        });
  }

  private static Map<String, String> values(CheckedRow row) {
    Map<String, String> values = new HashMap<>();
    if (row.table() == Table.USERS) {
      values.putAll(SheetSurvey.values(row.row));
    }
    for (Field field : row.table().fields()) {
      if (field != Field.PASSWORD) {
        values.putIfAbsent(field.label(), row.text(field));
      }
    }
    return values;
  }

  private static Finding.Builder breaks(
      Finding.Builder finding, String value, neatroster.core.pattern.Pattern pattern) {
    return finding.saying(
        Quoted.value(value) + " is not made as the others are, which follow " + pattern + ".");
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() == Table.COURSES) {
      List<Held> values = held(sheet, Field.CODE);
      if (values.size() >= FEWEST) {
        codes(values, findings);
      }
    } else if (sheet.table() == Table.USERS) {
      ids(held(sheet, Field.ID), findings);
      for (Field field : OF_PEOPLE) {
        List<Held> values = held(sheet, field);
        if (values.size() >= FEWEST) {
          people(values, findings);
        }
      }
    }
  }

  /** What comes behind the first thousands is not looked at: they have shown the pattern. */
  private List<Held> held(SheetView sheet, Field field) {
    List<Held> values = new ArrayList<>();
    for (int at = 0; sheet.has(field) && at < sheet.rows() && values.size() < MOST_HELD; at++) {
      RosterRow row = sheet.row(at);
      if (!row.has(field) || row.isUneven()) {
        continue;
      }
      boolean isCode = field == Field.CODE || field == Field.ID;
      Map<String, String> of = isCode ? Map.of() : SheetSurvey.values(row);
      if (isCode || AsciiText.isEuropean(of.get("given") + of.get("family"))) {
        values.add(new Held(row.text(field), of, Finding.about(row, field, this, "")));
      }
    }
    return values;
  }

  private static void people(List<Held> values, Findings findings) {
    PatternGuess guess = new PatternGuess();
    values.forEach(value -> guess.add(value.value(), value.of()));
    Optional<neatroster.core.pattern.Pattern> pattern = guess.pattern();
    if (pattern.isEmpty()) {
      return;
    }
    List<Held> breaking = values.stream().filter(value -> !follows(value, pattern.get())).toList();
    if (breaking.size() * 10 <= values.size()) {
      breaking.forEach(v -> findings.add(breaks(v.finding(), v.value(), pattern.get())));
    }
  }

  /** Whether a value is made by a pattern, in whichever language the letters were written out. */
  private static boolean follows(Held held, neatroster.core.pattern.Pattern pattern) {
    if (pattern.fits(held.value(), held.of())) {
      return true;
    }
    if (held.of().values().stream().allMatch(AsciiText::isAscii)) {
      return false;
    }
    for (String language : WRITING_OUT) {
      Map<String, String> of = new HashMap<>(held.of());
      of.put(Field.LANGUAGE.label(), language);
      if (pattern.fits(held.value(), of)) {
        return true;
      }
    }
    return false;
  }

  private static void codes(List<Held> values, Findings findings) {
    Map<String, Integer> shapes = new HashMap<>();
    values.forEach(value -> shapes.merge(shape(value.value()), 1, Integer::sum));
    for (Map.Entry<String, Integer> shape : shapes.entrySet()) {
      if (shape.getValue() * 10 >= values.size() * MOST_FOLLOW
          && shape.getValue() < values.size()) {
        String example =
            values.stream()
                .filter(value -> shape(value.value()).equals(shape.getKey()))
                .findFirst()
                .orElseThrow()
                .value();
        for (Held value : values) {
          if (!shape(value.value()).equals(shape.getKey())) {
            findings.add(
                value
                    .finding()
                    .saying(
                        Quoted.value(value.value())
                            + " is not built as the other codes are, such as "
                            + example
                            + "."));
          }
        }
      }
    }
  }

  /** An id in which a letter stands where all others have a digit that looks like it. */
  private void ids(List<Held> values, Findings findings) {
    Map<String, Integer> masks = new HashMap<>();
    values.forEach(value -> masks.merge(mask(value.value()), 1, Integer::sum));
    String usual =
        masks.entrySet().stream()
            .filter(mask -> mask.getValue() * 10 >= values.size() * MOST_FOLLOW)
            .map(Map.Entry::getKey)
            .findFirst()
            .orElse("");
    if (values.size() < FEWEST || usual.isEmpty()) {
      return;
    }
    for (Held value : values) {
      String meant = withDigits(value.value(), usual);
      if (!meant.equals(value.value()) && mask(meant).equals(usual)) {
        findings.add(
            value
                .finding()
                .saying(
                    Quoted.value(value.value()) + " has a letter where the other ids have a digit.")
                .suggesting(meant));
      }
    }
  }

  private static String mask(String id) {
    return id.replaceAll("\\p{L}", "A").replaceAll("\\d", "9");
  }

  /**
   * An id with digits in the place of letters that look like them, where the others have digits.
   */
  private static String withDigits(String id, String mask) {
    if (id.length() != mask.length()) {
      return id;
    }
    StringBuilder digits = new StringBuilder(id);
    for (int i = 0; i < id.length(); i++) {
      int like = LIKE_DIGITS.indexOf(id.charAt(i));
      if (mask.charAt(i) == '9' && like >= 0) {
        digits.setCharAt(i, DIGITS.charAt(like));
      }
    }
    return digits.toString();
  }

  /** Runs of letters, of digits and the signs between them. */
  private static String shape(String code) {
    return code.replaceAll("\\p{Lu}+", "A").replaceAll("\\p{Ll}+", "a").replaceAll("\\d+", "9");
  }
}
