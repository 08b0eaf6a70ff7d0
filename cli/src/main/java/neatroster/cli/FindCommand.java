package neatroster.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Settings;
import neatroster.core.roster.Roster;
import neatroster.core.text.Quoted;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Finds a person, a course, a group or a site by any part of any field. */
@Command(
    name = "find",
    description =
        "Finds a person, course, group or site by any part of any field: in the sheets, in what is"
            + " known, among the accounts issued.")
final class FindCommand implements Callable<Integer> {
  /** More are counted, not shown. */
  private static final int SHOWN = 40;

  @Mixin private CommonOptions options;

  @Parameters(paramLabel = "TEXT", description = "Case and accents make no difference.")
  private String text;

  /**
   * One row, or one account, that has the text.
   *
   * @param where {@code sheets}, {@code known} or {@code issued}
   * @param table what the row is
   * @param place where it is, for people
   * @param file its file, or null
   * @param row its row, or 0
   * @param fields what stands in it, never a password
   */
  private record Found(
      String where, String table, String place, String file, int row, Map<String, String> fields) {}

  private final List<Found> found = new ArrayList<>();
  private int count;
  private String wanted;

  @Override
  public Integer call() {
    Screen screen = options.screen();
    wanted = folded(text);
    if (wanted.isBlank()) {
      throw Problem.usage("Say what to find: a part of a name, an address, a code.");
    }
    RosterFolder folder =
        options
            .folder()
            .orElseThrow(
                () ->
                    Problem.usage(
                        "find looks through a roster folder, and there is none here. Name one with"
                            + " --folder DIR."));
    Settings settings = folder.settings(screen);
    if (!folder.files("sheets").isEmpty()) {
      try (OpenRoster open = OpenRoster.open(options, settings, List.of(), Optional.of(folder))) {
        look("sheets", open.roster());
      }
    }
    Optional<OpenRoster> known = OpenRoster.openKnown(options, settings, Optional.of(folder));
    if (known.isPresent()) {
      try (OpenRoster open = known.get()) {
        look("known", open.roster());
      }
    }
    for (KnownUser account : Workplace.knownIn(Optional.of(folder)).all()) {
      look(account);
    }
    Workplace.joinCodesIn(folder).forEach(this::look);
    if (options.json()) {
      Json.write(screen.out(), this::json);
    } else {
      show(screen);
    }
    return Exit.DONE;
  }

  private void look(String where, Roster roster) {
    for (SheetReading sheet : roster.sheets()) {
      try {
        sheet.read(row -> look(where, row));
      } catch (UnreadableSheetException e) {
        throw Problem.unreadable(
            sheet.name() + " could not be read to its end: " + e.getMessage() + ".", e);
      }
    }
  }

  private void look(String where, RosterRow row) {
    boolean fits = false;
    if (row.isUneven() && row.reading().hasSecrets()) {
      // The password may be in any cell.
      return;
    }
    for (Column column : row.reading().columns()) {
      fits |= !column.secret() && folded(row.cellAt(column.index()).toString()).contains(wanted);
    }
    if (!fits) {
      return;
    }
    Map<String, String> fields = new LinkedHashMap<>();
    for (Column column : row.reading().columns()) {
      String value = row.cellAt(column.index()).cleaned();
      if (!value.isEmpty() && !column.secret()) {
        String name = column.field().map(Field::label).orElse(column.header());
        boolean named = column.field().isPresent() || folded(value).contains(wanted);
        if (named && !name.isEmpty()) {
          fields.putIfAbsent(name, value);
        }
      }
    }
    add(
        new Found(
            where,
            row.table().word(),
            row.reading().name() + ", row " + row.number(),
            row.reading().name().file(),
            row.number(),
            fields));
  }

  private void look(KnownUser account) {
    Map<String, String> fields = new LinkedHashMap<>();
    put(fields, "username", account.username());
    put(fields, "full name", account.person().fullName());
    put(fields, "email", account.person().email());
    put(fields, "email", account.email());
    put(fields, "id", account.person().id());
    put(fields, "id", account.id());
    put(fields, "birth date", account.person().birthDate());
    put(fields, "site", account.person().site());
    put(fields, "role", account.role());
    put(fields, "course", account.course());
    put(fields, "former username", String.join(", ", account.formerUsernames()));
    if (fields.values().stream().anyMatch(value -> folded(value).contains(wanted))) {
      add(new Found("issued", "users", "the accounts issued", null, 0, fields));
    }
  }

  private void look(JoinCode code) {
    Map<String, String> fields = new LinkedHashMap<>();
    put(fields, "join code", code.code());
    put(fields, "course", code.course());
    put(fields, "group", code.group());
    if (fields.values().stream().anyMatch(value -> folded(value).contains(wanted))) {
      String table = code.group().isEmpty() ? "courses" : "groups";
      add(new Found("issued", table, "the join codes issued", null, 0, fields));
    }
  }

  private static void put(Map<String, String> fields, String name, String value) {
    if (!value.isEmpty()) {
      fields.putIfAbsent(name, value);
    }
  }

  private void add(Found one) {
    count++;
    if (found.size() < SHOWN || options.json()) {
      found.add(one);
    }
  }

  /** Lower case without accents. */
  private static String folded(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFKD)
        .replaceAll("\\p{M}", "")
        .toLowerCase(Locale.ROOT);
  }

  private void show(Screen screen) {
    for (Found one : found) {
      screen.line(screen.bold(one.place()) + screen.dim(" — " + one.table().replaceAll("s$", "")));
      one.fields()
          .forEach(
              (name, value) ->
                  screen.line(
                      String.format(
                          "  %-16s %s",
                          name, folded(value).contains(wanted) ? screen.green(value) : value)));
    }
    if (count > found.size()) {
      screen.line("and " + (count - found.size()) + " more; say more of what you look for.");
    }
    screen.line(
        (count == 0 ? "Nothing has " : "Found in " + Counted.of(count, "place") + ": ")
            + Quoted.value(text)
            + (count == 0 ? " in it." : "."));
  }

  private void json(JsonGenerator json) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "find");
    json.writeStringField("text", text);
    json.writeArrayFieldStart("found");
    for (Found one : found) {
      json.writeStartObject();
      json.writeStringField("in", one.where());
      json.writeStringField("table", one.table());
      json.writeStringField("file", one.file());
      if (one.row() == 0) {
        json.writeNullField("row");
      } else {
        json.writeNumberField("row", one.row());
      }
      json.writeObjectFieldStart("fields");
      for (Map.Entry<String, String> field : one.fields().entrySet()) {
        json.writeStringField(field.getKey(), field.getValue());
      }
      json.writeEndObject();
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }
}
