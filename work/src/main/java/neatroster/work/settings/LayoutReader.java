package neatroster.work.settings;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.UnsupportedCharsetException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.layout.AllowedLetters;
import neatroster.core.layout.Layout;
import neatroster.core.layout.LayoutColumn;
import neatroster.core.layout.LayoutFile;
import neatroster.core.layout.LayoutWords;
import neatroster.core.layout.PathLevels;
import neatroster.core.layout.RowKind;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.Settings;
import neatroster.core.text.Quoted;

/** Reads {@code layouts/NAME.yaml}. Every key but {@code row} and {@code columns} has a default. */
public final class LayoutReader {
  private static final List<String> KEYS = List.of("files", "words");

  private static final List<String> OF_FILES =
      List.of(
          "name",
          "row",
          "changes",
          "as",
          "header",
          "separator",
          "quotes",
          "encoding",
          "line-end",
          "byte-order-mark",
          "title-rows",
          "dates",
          "most-rows",
          "columns",
          "sheets");

  private static final List<String> OF_SHEETS =
      List.of("name", "row", "changes", "header", "title-rows", "dates", "columns");

  private static final List<String> OF_COLUMNS =
      List.of("header", "value", "required", "longest", "allow", "each", "most", "joined");

  private static final Set<Change> AWAY =
      Set.of(Change.SUSPEND, Change.RESTORE, Change.REMOVE, Change.WITHDRAW);

  /** Words of patterns that are no columns. */
  private static final Set<String> RESERVED = Set.of("n", "i", "word", "random");

  private static final String ALL_ENROLLMENTS = "{enrollments}";
  private static final String USUAL_JOINT = "; ";
  private static final int LONGEST_SHEET_NAME = 31;
  private static final int MOST_ROWS = 100_000_000;
  private static final int MOST_COLUMNS = 1000;
  private static final int LONGEST_CELL = 1_000_000;

  private final String name;
  private final Settings settings;
  private final Map<String, Layout.Extra> extras = new LinkedHashMap<>();

  private LayoutReader(String name, Settings settings) {
    this.name = name;
    this.settings = settings;
  }

  /**
   * Reads a layout.
   *
   * @param file the file
   * @param shown the file as messages name it
   * @param name what the layout is called
   * @param settings the settings, for the school's own fields and roles
   */
  public static Layout read(Path file, String shown, String name, Settings settings)
      throws SettingsException, IOException {
    return read(YamlFile.text(file, shown), shown, name, settings);
  }

  /** Reads the text of a layout. */
  public static Layout read(String text, String shown, String name, Settings settings)
      throws SettingsException {
    return new LayoutReader(name, settings).layout(YamlFile.root(shown, text), shown);
  }

  private Layout layout(YamlSection root, String shown) throws SettingsException {
    root.only(KEYS);
    List<YamlSection> sections = root.sections("files");
    if (sections.isEmpty()) {
      throw new SettingsException(
          shown + ": a layout says its files, such as “files: [{row: user, columns: […]}]”");
    }
    List<LayoutFile> files = new ArrayList<>();
    Set<String> names = new HashSet<>();
    for (YamlSection section : sections) {
      if (section.has("sheets")) {
        workbook(section, names, files);
        continue;
      }
      LayoutFile file = file(section);
      if (!names.add(file.name().toString().toLowerCase(Locale.ROOT))) {
        throw section.error(
            "two files of the layout are called " + Quoted.value(file.name().toString()));
      }
      files.add(file);
    }
    Layout layout =
        new Layout(
            name,
            shown,
            List.copyOf(files),
            words(root.section("words")),
            List.copyOf(extras.values()));
    Optional<String> missing = layout.whatIsMissing();
    if (extras.isEmpty() && missing.isPresent()) {
      throw new SettingsException(shown + ": " + missing.get());
    }
    return layout;
  }

  /** A workbook of several sheets, each with rows of its own. */
  private void workbook(YamlSection section, Set<String> names, List<LayoutFile> files)
      throws SettingsException {
    section.only(List.of("name", "as", "sheets"));
    section.choice("as", YamlSection.ordered("xlsx", true), true);
    String file = section.text("name", name + ".xlsx");
    if (!names.add(file.toLowerCase(Locale.ROOT))) {
      throw section.error("two files of the layout are called " + Quoted.value(file));
    }
    Set<String> taken = new HashSet<>();
    for (YamlSection sheet : section.sections("sheets")) {
      sheet.only(OF_SHEETS);
      String sheetName = sheet.text("name", "");
      if (sheetName.isBlank()
          || sheetName.length() > LONGEST_SHEET_NAME
          || sheetName.matches(".*[\\[\\]:*?/\\\\].*")) {
        throw sheet.error(
            "a sheet has a name of "
                + LONGEST_SHEET_NAME
                + " characters at the most, without any of [ ] : * ? / \\");
      }
      if (!taken.add(sheetName.toLowerCase(Locale.ROOT))) {
        throw sheet.error("two sheets of the file are called " + Quoted.value(sheetName));
      }
      files.add(file(sheet, section, Optional.of(sheetName)));
    }
    if (taken.isEmpty()) {
      throw section.error("sheets names one sheet or more");
    }
  }

  private LayoutFile file(YamlSection section) throws SettingsException {
    section.only(OF_FILES);
    return file(section, section, Optional.empty());
  }

  /**
   * A file, or a sheet of a workbook.
   *
   * @param named what says the name of the file
   */
  private LayoutFile file(YamlSection section, YamlSection named, Optional<String> sheet)
      throws SettingsException {
    Map<String, RowKind> kinds = new LinkedHashMap<>();
    for (RowKind kind : RowKind.values()) {
      kinds.put(kind.word(), kind);
    }
    if (!section.has("row")) {
      throw section.error(
          "a file says what its rows stand for: row: " + String.join(", ", kinds.keySet()));
    }
    RowKind row = section.choice("row", kinds, RowKind.USER);
    boolean isNamedWorkbook = named.text("name", "").toLowerCase(Locale.ROOT).endsWith(".xlsx");
    boolean isWorkbook =
        sheet.isPresent()
            || section.choice(
                "as", YamlSection.ordered("csv", false, "xlsx", true), isNamedWorkbook);
    boolean header = section.yes("header", true);
    List<LayoutColumn> columns = columns(section, row, header);
    return new LayoutFile(
        fileName(named, row, isWorkbook, sheet.isPresent()),
        row,
        changes(section, row, saysWhat(columns)),
        form(section, isWorkbook, sheet),
        header,
        section.has("most-rows") ? section.number("most-rows", 1, MOST_ROWS, 1) : 0,
        columns);
  }

  private Pattern fileName(YamlSection section, RowKind row, boolean isWorkbook, boolean hasSheets)
      throws SettingsException {
    String usual =
        hasSheets
            ? name + ".xlsx"
            : name + "-" + row.word() + "s" + (isWorkbook ? ".xlsx" : ".csv");
    section.verify("name", text -> pattern(text, LayoutFile.NAMED).fault());
    String text = section.text("name", usual);
    if (text.isBlank() || text.startsWith(".") || text.matches(".*[\\\\/:*?\"<>|].*")) {
      throw section.error("name", "here stands the name of a file, without a folder");
    }
    Pattern pattern = pattern(text, LayoutFile.NAMED).pattern().orElseThrow();
    for (String by : pattern.names()) {
      if (hasSheets) {
        throw section.error(
            "name", "a workbook with sheets: is one file, so its name has no {" + by + "}");
      }
      if (!by.equals("n") && !row.isOfOne(by)) {
        throw section.error(
            "name",
            "a " + row.word() + " is not of one " + by + ", so {" + by + "} has no meaning");
      }
    }
    return pattern;
  }

  /** Whether the rows of a file say what is done: by the change, or by the status. */
  private static boolean saysWhat(List<LayoutColumn> columns) {
    return columns.stream()
        .flatMap(column -> column.value().names().stream())
        .anyMatch(name -> name.equals("change") || name.equals(Field.STATUS.label()));
  }

  /**
   * Which changes go in. Where no column says what is done, a row means that something is to be
   * there: then who is to be taken away is not among them, unless the layout says so.
   */
  private static Set<Change> changes(YamlSection section, RowKind row, boolean saysWhat)
      throws SettingsException {
    Map<String, Change> possible = new LinkedHashMap<>();
    possibleFor(row).forEach(change -> possible.put(change.word(), change));
    Set<Change> changes = EnumSet.noneOf(Change.class);
    List<String> usual =
        possible.values().stream()
            .filter(change -> saysWhat || !AWAY.contains(change))
            .map(Change::word)
            .toList();
    for (String word : section.list("changes", usual)) {
      if (!possible.containsKey(word)) {
        throw section.error(
            "changes",
            Quoted.value(word)
                + " is not done to a "
                + row.word()
                + "; there is "
                + String.join(", ", possible.keySet()));
      }
      changes.add(possible.get(word));
    }
    return changes;
  }

  private static Set<Change> possibleFor(RowKind row) {
    return switch (row) {
      case USER ->
          EnumSet.of(
              Change.CREATE,
              Change.CHANGE,
              Change.RENAME,
              Change.SUSPEND,
              Change.RESTORE,
              Change.REMOVE);
      case COURSE, GROUP -> EnumSet.of(Change.CREATE, Change.CHANGE, Change.REMOVE);
      case ENROLLMENT ->
          EnumSet.of(Change.ENROLL, Change.RE_ROLE, Change.REGROUP, Change.CHANGE, Change.WITHDRAW);
      case SITE -> EnumSet.of(Change.CREATE);
    };
  }

  private static LayoutFile.Form form(
      YamlSection section, boolean isWorkbook, Optional<String> sheet) throws SettingsException {
    String separator = section.text("separator", ",");
    if (separator.equals("tab")) {
      separator = "\t";
    }
    if (separator.length() != 1 || separator.equals("\"") || separator.equals("\n")) {
      throw section.error("separator", "here stands one character in quotation marks, or tab");
    }
    String encoding = section.text("encoding", "utf-8");
    Charset charset;
    try {
      charset = Charset.forName(encoding);
      charset.newEncoder();
    } catch (IllegalCharsetNameException
        | UnsupportedCharsetException
        | UnsupportedOperationException e) {
      throw section.error(
          "encoding",
          "there is no encoding " + Quoted.value(encoding) + "; such as utf-8 or windows-1252");
    }
    return new LayoutFile.Form(
        isWorkbook,
        separator.charAt(0),
        section.choice(
            "quotes",
            YamlSection.ordered(
                "where-needed",
                LayoutFile.Quotes.WHERE_NEEDED,
                "always",
                LayoutFile.Quotes.ALWAYS,
                "never",
                LayoutFile.Quotes.NEVER),
            LayoutFile.Quotes.WHERE_NEEDED),
        charset,
        section.yes("byte-order-mark", false),
        section.choice("line-end", YamlSection.ordered("crlf", "\r\n", "lf", "\n"), "\r\n"),
        sheet,
        section.rows("title-rows"));
  }

  private List<LayoutColumn> columns(YamlSection section, RowKind row, boolean header)
      throws SettingsException {
    List<YamlSection> sections = section.sections("columns");
    if (sections.isEmpty() || sections.size() > MOST_COLUMNS) {
      throw section.error(
          "a file says its columns, 1 to "
              + MOST_COLUMNS
              + ", such as “columns: [{header: LOGIN, value: \"{username}\"}]”");
    }
    boolean repeats = false;
    for (YamlSection column : sections) {
      repeats |= isEach(column);
    }
    String dates = dates(section);
    List<LayoutColumn> columns = new ArrayList<>();
    int most = 0;
    for (YamlSection column : sections) {
      columns.add(column(column, row, header, repeats, dates));
      LayoutColumn last = columns.get(columns.size() - 1);
      if (last.comesAgain() && most > 0 && last.most() != most) {
        throw column.error("most", "all repeated columns of a file come again equally often");
      }
      most = Math.max(most, last.most());
    }
    if (repeats && columns.stream().allMatch(LayoutColumn::isForEachEnrollment)) {
      throw section.error("a file with repeated columns has one that says whose they are");
    }
    return List.copyOf(columns);
  }

  private static String dates(YamlSection section) throws SettingsException {
    String dates = section.text("dates", "yyyy-MM-dd");
    try {
      if (!dates.matches("[yMd./ -]+")) {
        throw new IllegalArgumentException(dates);
      }
      Pattern.parse("{starts}", Set.of("starts")).withDatesAs(dates, Set.of());
    } catch (IllegalArgumentException | PatternException e) {
      throw section.error(
          "dates", "here stands how a date is written, of yyyy, MM and dd, such as dd.MM.yyyy");
    }
    return dates;
  }

  private LayoutColumn column(
      YamlSection column, RowKind row, boolean header, boolean repeats, String dates)
      throws SettingsException {
    column.only(OF_COLUMNS);
    boolean isEach = isEach(column);
    boolean isJoined = isEach && (column.has("joined") || isAllEnrollments(column));
    if (isEach && row != RowKind.USER) {
      throw column.error("each", "only a file of users (row: user) has columns that come again");
    }
    String title = column.text("header", "");
    if (header && title.isBlank()) {
      throw column.error("a column has a header, unless the file says header: false");
    }
    if (column.has("joined") && !isEach) {
      throw column.error("joined", "only what a user has several of is joined: each: enrollment");
    }
    if (column.has("joined") && column.has("most")) {
      throw column.error("joined", "what stands in one cell does not come again; leave most out");
    }
    if (column.has("most") && !isEach) {
      throw column.error("most", "only a column with each: enrollment comes again");
    }
    Set<String> names =
        new LinkedHashSet<>(
            (isEach ? RowKind.ENROLLMENT : row).names(settings.reading().ownFields()));
    if (repeats) {
      // Whoever has more enrollments than fit has several rows.
      names.remove("n");
    }
    RowKind kind = isEach ? RowKind.ENROLLMENT : row;
    for (String extra : extras(column, names, kind.table())) {
      names.add(extra);
    }
    column.verify("value", text -> pattern(valueOf(text), names).fault());

    Pattern value = pattern(valueOf(column.text("value", "")), names).pattern().orElseThrow();
    Optional<AllowedLetters> allowed = AllowedLetters.of(column.text("allow", ""));
    if (column.has("allow") && allowed.isEmpty()) {
      throw column.error("allow", "here stand the letters that are allowed, such as a-z0-9._-");
    }
    return new LayoutColumn(
        title,
        value.withDatesAs(dates, dateValues()),
        column.yes("required", false),
        column.has("longest") ? column.number("longest", 1, LONGEST_CELL, 1) : 0,
        allowed,
        isEach,
        isEach && !isJoined ? column.number("most", 1, MOST_COLUMNS, 1) : 0,
        isJoined ? column.text("joined", USUAL_JOINT) : "");
  }

  private static boolean isEach(YamlSection column) throws SettingsException {
    return isAllEnrollments(column)
        || (column.has("each")
            && column.choice("each", YamlSection.ordered("enrollment", true), false));
  }

  /** A value that stands for the courses of all enrollments in one cell. */
  private static boolean isAllEnrollments(YamlSection column) throws SettingsException {
    return column.text("value", "").strip().equalsIgnoreCase(ALL_ENROLLMENTS);
  }

  private static String valueOf(String text) {
    return text.strip().equalsIgnoreCase(ALL_ENROLLMENTS) ? "{course}" : PathLevels.named(text);
  }

  /**
   * The values that no field has: they may be columns of the sheets, which nobody knows yet. Where
   * none has such a column, it is a slip after all.
   */
  private List<String> extras(YamlSection column, Set<String> names, Table table)
      throws SettingsException {
    List<String> found = new ArrayList<>();
    for (String value : unknown(valueOf(column.text("value", "")), names)) {
      try {
        column.verify("value", text -> pattern(valueOf(text), names).fault());
      } catch (SettingsException e) {
        OwnField field =
            new OwnField(value, table, OwnField.Type.TEXT, List.of(), false, false, "");
        extras.putIfAbsent(
            table + " " + value,
            new Layout.Extra(
                field,
                e.getMessage().endsWith("?")
                    ? e.getMessage()
                    : e.getMessage() + ", and no sheet has a column of that name"));
        found.add(value);
      }
    }
    return found;
  }

  private static List<String> unknown(String text, Set<String> names) {
    try {
      return Pattern.parse(text).names().stream()
          .filter(value -> !names.contains(value))
          .filter(value -> Field.named(value).map(Field::label).filter(names::contains).isEmpty())
          // The number of a row is none where a person may have several.
          .filter(value -> !RESERVED.contains(value))
          .toList();
    } catch (PatternException e) {
      return List.of();
    }
  }

  private Set<String> dateValues() {
    Set<String> dates = new HashSet<>();
    for (Field field : Field.values()) {
      if (field.type() == FieldType.DATE) {
        dates.add(field.label());
      }
    }
    for (OwnField field : settings.reading().ownFields()) {
      if (field.type() == OwnField.Type.DATE) {
        dates.add(field.key());
      }
    }
    return dates;
  }

  /** A pattern, or what is wrong with it. */
  private record Parsed(Optional<Pattern> pattern, Optional<YamlSection.Fault> fault) {}

  private static Parsed pattern(String text, Set<String> names) {
    try {
      return new Parsed(Optional.of(Pattern.parse(text, names)), Optional.empty());
    } catch (PatternException e) {
      return new Parsed(
          Optional.empty(), Optional.of(new YamlSection.Fault(e.position(), e.getMessage())));
    }
  }

  private LayoutWords words(YamlSection section) throws SettingsException {
    Map<String, Map<String, String>> words = new HashMap<>();
    Set<String> names = new LinkedHashSet<>();
    for (RowKind kind : RowKind.values()) {
      names.addAll(kind.names(settings.reading().ownFields()));
    }
    for (String key : section.keys()) {
      if (key.equals("yes") || key.equals("no")) {
        continue;
      }
      String value = Field.named(key).map(Field::label).orElse(key.toLowerCase(Locale.ROOT));
      if (!names.contains(value)) {
        throw section.unknownKey(key, "there is no value " + Quoted.value(key), names);
      }
      words.put(value, words(section.section(key), value));
    }
    return new LayoutWords(words, section.text("yes", "yes"), section.text("no", "no"));
  }

  private Map<String, String> words(YamlSection section, String value) throws SettingsException {
    Set<String> known = new LinkedHashSet<>();
    if (value.equals("change")) {
      for (Change change : Change.values()) {
        known.add(change.word());
      }
    } else if (value.equals(Field.ROLE.label())) {
      known.addAll(settings.roles().roles());
    }
    Map<String, String> words = new HashMap<>();
    for (String ours : section.keys()) {
      if (!known.isEmpty() && !known.contains(ours)) {
        throw section.unknownKey(ours, "there is no " + value + " " + Quoted.value(ours), known);
      }
      words.put(ours, section.text(ours, ""));
    }
    return words;
  }
}
