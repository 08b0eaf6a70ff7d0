package neatroster.work.settings;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import neatroster.core.text.Cleaning;
import neatroster.sheets.TextChoice;

/** The settings about reading sheets: {@code sheets}, {@code fields}, {@code words}, aliases. */
public final class ReadingSettings {
  static final Map<String, DateOrder> DATES = new LinkedHashMap<>();

  static {
    DATES.put("day-first", DateOrder.DAY_FIRST);
    DATES.put("month-first", DateOrder.MONTH_FIRST);
    DATES.put("ask", DateOrder.ASK);
  }

  private ReadingSettings() {}

  static Settings.Reading read(YamlSection root) throws SettingsException {
    List<OwnField> own = ownFields(root.section("fields"));
    Map<String, Map<String, String>> words = new HashMap<>(words(root.section("words"), own));
    YamlSection aliases = root.section("aliases");
    aliases(aliases.section("groups"), words, Field.GROUP, Field.MEMBERS_OF);
    aliases(aliases.section("sites"), words, Field.SITE);
    aliases(aliases.section("categories"), words, Field.CATEGORY);
    List<SheetPlan> plans = new ArrayList<>();
    for (YamlSection sheet : root.sections("sheets")) {
      plans.add(plan(sheet, own));
    }
    return new Settings.Reading(List.copyOf(plans), words, own)
        .on(LocalDate.now(ZoneId.systemDefault()));
  }

  private static void aliases(
      YamlSection section, Map<String, Map<String, String>> words, Field... fields)
      throws SettingsException {
    for (String alias : section.keys()) {
      for (Field field : fields) {
        Map<String, String> ofField = new HashMap<>(words.getOrDefault(field.label(), Map.of()));
        ofField.put(Cleaning.clean(alias), section.text(alias, ""));
        words.put(field.label(), ofField);
      }
    }
  }

  private static final Map<String, Character> SEPARATORS =
      Map.of("comma", ',', "semicolon", ';', "tab", '\t', "bar", '|', "colon", ':');

  private static SheetPlan plan(YamlSection section, List<OwnField> own) throws SettingsException {
    section.only(
        List.of(
            "file",
            "sheet",
            "table",
            "header-row",
            "columns",
            "leave",
            "words",
            "course",
            "dates",
            "encoding",
            "separator",
            "phones",
            "covers"));
    if (section.text("file", "").isEmpty()) {
      throw section.error("an entry of sheets names its file, such as “file: intake.xlsx”");
    }
    Map<String, Table> tables = new LinkedHashMap<>();
    Stream.of(Table.values()).forEach(table -> tables.put(table.word(), table));
    String covers = section.text("covers", "");
    if (!covers.isEmpty() && !covers.matches("everything|course \\S.*")) {
      throw section.error("covers", "here stands “everything”, or “course” and its code");
    }
    boolean leavesAll = section.list("leave", List.of()).equals(List.of("true"));
    return new SheetPlan(
        section.place(),
        section.text("file", ""),
        optional(section.text("sheet", "")),
        Optional.ofNullable(section.choice("table", tables, null)),
        section.has("header-row")
            ? Optional.of(section.number("header-row", 0, 10_000, 1))
            : Optional.empty(),
        columns(section.section("columns"), own),
        leavesAll ? List.of() : section.list("leave", List.of()),
        words(section.section("words"), own),
        optional(section.text("course", "")),
        Optional.ofNullable(section.choice("dates", DATES, null)),
        leavesAll,
        encoding(section),
        separator(section),
        optional(phoneRegion(section)),
        optional(covers));
  }

  /** The country of phone numbers without a code, of all sheets or of one. */
  static String phoneRegion(YamlSection section) throws SettingsException {
    YamlSection phones = section.section("phones");
    phones.only(List.of("region"));
    String region = phones.text("region", "").toUpperCase(Locale.ROOT);
    if (!region.isEmpty() && !List.of(Locale.getISOCountries()).contains(region)) {
      throw phones.error("region", "here stands a country as two letters, such as GB");
    }
    return region;
  }

  private static Optional<String> encoding(YamlSection section) throws SettingsException {
    String encoding = section.text("encoding", "");
    if (!encoding.isEmpty() && TextChoice.encodingNamed(encoding).isEmpty()) {
      throw section.error(
          "encoding",
          "there is no encoding “"
              + encoding
              + "”; names are utf-8, windows-1252, ibm850, macintosh and so on, as IANA lists them");
    }
    return optional(encoding);
  }

  private static Optional<Character> separator(YamlSection section) throws SettingsException {
    String separator = section.text("separator", "");
    if (separator.isEmpty()) {
      return Optional.empty();
    }
    Character known = SEPARATORS.get(separator.toLowerCase(Locale.ROOT));
    if (known == null
        && (separator.length() != 1 || Character.isLetterOrDigit(separator.charAt(0)))) {
      throw section.error(
          "separator", "here stands comma, semicolon, tab, bar, or one sign such as “^”");
    }
    return Optional.of(known == null ? separator.charAt(0) : known);
  }

  /** What a column can be. */
  private static Stream<Field> fields() {
    return Stream.of(Table.values()).flatMap(table -> table.fields().stream()).distinct();
  }

  private static Optional<String> optional(String text) {
    return text.isEmpty() ? Optional.empty() : Optional.of(text);
  }

  private static Map<String, String> columns(YamlSection section, List<OwnField> own)
      throws SettingsException {
    Map<String, String> columns = new LinkedHashMap<>();
    List<String> known = new ArrayList<>();
    fields().forEach(field -> known.add(field.label()));
    own.forEach(field -> known.add(field.name()));
    for (String name : section.keys()) {
      boolean isOwn = ownNamed(name, own).isPresent();
      if (fields().noneMatch(field -> Field.named(name).equals(Optional.of(field))) && !isOwn) {
        throw section.unknownKey(name, "there is no field “" + name + "”", known);
      }
      List<String> several = section.list(name, List.of());
      if (several.size() > 1) {
        columns.put(name, together(Field.named(name), several));
        continue;
      }
      section.verify(name, ReadingSettings::faultIn);
      columns.put(name, section.text(name, ""));
    }
    return columns;
  }

  /** Several columns of one kind: lists are put together as lists, names word by word. */
  private static String together(Optional<Field> field, List<String> headers) {
    boolean isName =
        field.filter(f -> f.type() == FieldType.NAME || f == Field.FULL_NAME).isPresent();
    return headers.stream()
        .map(header -> "{" + header + "}")
        .collect(Collectors.joining(isName ? " " : "; "));
  }

  /** What is wrong with a pattern of columns. */
  private static Optional<YamlSection.Fault> faultIn(String source) {
    try {
      Pattern.parse(source);
      return Optional.empty();
    } catch (PatternException e) {
      return Optional.of(new YamlSection.Fault(e.position(), e.getMessage()));
    }
  }

  private static Map<String, Map<String, String>> words(YamlSection section, List<OwnField> own)
      throws SettingsException {
    Map<String, Map<String, String>> words = new HashMap<>();
    for (String name : section.keys()) {
      Optional<String> field =
          Field.named(name)
              .filter(known -> known != Field.PASSWORD)
              .map(Field::label)
              .or(() -> ownNamed(name, own).map(OwnField::key));
      if (field.isEmpty()) {
        throw section.unknownKey(
            name,
            "there is no field “" + name + "” whose words could be translated",
            Stream.concat(fields().map(Field::label), own.stream().map(OwnField::name)).toList());
      }
      YamlSection translations = section.section(name);
      Map<String, String> ofField = new LinkedHashMap<>();
      for (String word : translations.keys()) {
        ofField.put(word, translations.text(word, ""));
      }
      words.put(field.get(), ofField);
    }
    return words;
  }

  /** The field of the school's own that has this name. */
  static Optional<OwnField> ownNamed(String name, List<OwnField> own) {
    return own.stream().filter(field -> field.name().equalsIgnoreCase(name)).findFirst();
  }

  private static List<OwnField> ownFields(YamlSection section) throws SettingsException {
    List<OwnField> fields = new ArrayList<>();
    Map<String, Table> tables = new LinkedHashMap<>();
    Stream.of(Table.values()).forEach(table -> tables.put(table.word(), table));
    Map<String, OwnField.Type> types = new LinkedHashMap<>();
    for (OwnField.Type type : OwnField.Type.values()) {
      types.put(type.name().toLowerCase(Locale.ROOT).replace('_', '-'), type);
    }
    for (String name : section.keys()) {
      YamlSection field = section.section(name);
      field.only(List.of("table", "type", "one-of", "required", "unique", "pattern"));
      Table table = field.choice("table", tables, Table.USERS);
      if (Field.named(name).filter(table.fields()::contains).isPresent()) {
        throw section.unknownKey(
            name, "“" + name + "” is a field of " + table.word() + " already", List.of());
      }
      field.verify("pattern", ReadingSettings::faultIn);
      fields.add(
          new OwnField(
              name,
              table,
              field.choice("type", types, OwnField.Type.TEXT),
              field.list("one-of", List.of()),
              field.yes("required", false),
              field.yes("unique", false),
              field.text("pattern", "")));
    }
    return List.copyOf(fields);
  }

  /** The order as settings have it. */
  public static String word(DateOrder order) {
    return switch (order) {
      case DAY_FIRST -> "day-first";
      case MONTH_FIRST -> "month-first";
      case ASK -> "ask";
    };
  }
}
