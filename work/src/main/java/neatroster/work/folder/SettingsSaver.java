package neatroster.work.folder;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import neatroster.core.check.Proposals;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.model.Field;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFile;
import neatroster.register.FolderLock;
import neatroster.work.Dialog;
import neatroster.work.Problem;
import neatroster.work.settings.ReadingSettings;
import neatroster.work.settings.SettingsException;
import neatroster.work.settings.SettingsReader;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/**
 * Writes how sheets are understood into {@code roster.yaml}. Lines are added; a line that is there
 * stays as it is, with its comments.
 */
public final class SettingsSaver {
  private final RosterFolder folder;
  private final Dialog dialog;

  public SettingsSaver(RosterFolder folder, Dialog dialog) {
    this.folder = folder;
    this.dialog = dialog;
  }

  /**
   * Adds an entry for each sheet that has none.
   *
   * @param proposals settings that mend many findings, which are written as remarks
   */
  public void save(
      List<SheetSurvey> seen,
      List<Roster.Unread> unread,
      Settings settings,
      List<Proposals.Proposal> proposals) {
    List<SheetName> leaving =
        unread.stream().filter(Roster.Unread::isLeftAlone).map(Roster.Unread::name).toList();
    List<SheetName> open =
        unread.stream()
            .filter(sheet -> !sheet.isLeftAlone())
            .filter(sheet -> sheet.why().isNotATable() && !sheet.why().isEmpty())
            .map(Roster.Unread::name)
            .toList();
    List<SheetSurvey> fresh = new ArrayList<>();
    for (SheetSurvey sheet : seen) {
      Optional<SheetPlan> plan = sheet.reading().plan();
      if (plan.isPresent()) {
        dialog.remark(
            sheet.reading().name() + " has its entry at " + plan.get().place() + "; it was left.");
      } else if (sheet.trouble() == null && sheet.rows() > 0) {
        fresh.add(sheet);
      }
    }
    if (fresh.isEmpty() && leaving.isEmpty() && open.isEmpty()) {
      return;
    }
    Path file = folder.path("roster.yaml");
    try (FolderLock held = LockedRosterFolder.lock(folder, "inspect")) {
      held.verify();
      String before = Files.readString(file);
      String newline = before.contains("\r\n") ? "\r\n" : "\n";
      List<String> lines = new ArrayList<>(Arrays.asList(before.split("\r?\n", -1)));
      if (lines.get(lines.size() - 1).isEmpty()) {
        lines.remove(lines.size() - 1);
      }
      Node root = new Yaml(new LoaderOptions()).compose(new java.io.StringReader(before));
      addPatterns(lines, root, fresh);
      addSheets(lines, root, fresh, leaving, open);
      for (Proposals.Proposal proposal : proposals) {
        lines.add("");
        lines.add(
            "# If it is so, this settles "
                + proposal.findings()
                + " findings of check ("
                + proposal.rule()
                + "):");
        lines.add("# " + proposal.setting());
      }
      String text = String.join(newline, lines) + newline;
      Settings after = SettingsReader.read(text, "roster.yaml");
      int wanted = settings.reading().sheets().size() + fresh.size() + leaving.size();
      if (after.reading().sheets().size() != wanted) {
        throw new SettingsException("the entries do not fit into it as it is written");
      }
      NewFile.replace(
          file,
          out -> {
            out.write(text.getBytes(StandardCharsets.UTF_8));
            return file;
          });
      dialog.remark(
          "Wrote how "
              + (fresh.size() == 1 ? "the sheet is" : fresh.size() + " sheets are")
              + " read into "
              + folder.shown("roster.yaml")
              + ", under “sheets”.");
    } catch (SettingsException e) {
      throw Problem.usage("roster.yaml was left as it is: " + e.getMessage() + ".");
    } catch (IOException e) {
      throw Problem.unreadable(
          "roster.yaml could not be written (" + DiskErrors.reason(e) + ").", e);
    }
  }

  /** New people's names follow the pattern of those who have theirs, unless the settings say. */
  private static void addPatterns(List<String> lines, Node root, List<SheetSurvey> fresh) {
    for (SheetSurvey sheet : fresh) {
      for (SheetSurvey.Followed followed : sheet.followed()) {
        String key = followed.field() == Field.EMAIL ? "emails" : "usernames";
        boolean there = lines.stream().anyMatch(line -> line.startsWith(key + ":"));
        if (value(root, key).isEmpty() && !there) {
          lines.add("");
          lines.add(key + ":");
          lines.add(
              "  pattern: "
                  + quoted(followed.pattern().toString())
                  + "  # as in "
                  + sheet.reading().name());
        }
      }
    }
  }

  private static Optional<Node> value(Node root, String key) {
    if (root instanceof MappingNode mapping) {
      for (NodeTuple entry : mapping.getValue()) {
        if (entry.getKeyNode() instanceof ScalarNode name && name.getValue().equals(key)) {
          return Optional.of(entry.getValueNode());
        }
      }
    }
    return Optional.empty();
  }

  private static void addSheets(
      List<String> lines,
      Node root,
      List<SheetSurvey> fresh,
      List<SheetName> leaving,
      List<SheetName> open)
      throws SettingsException {
    Optional<Node> sheets = value(root, "sheets");
    int indent = 2;
    int at = lines.size();
    if (sheets.isEmpty()) {
      lines.add("");
      lines.add("# How these sheets are read. Correct what is not as you meant it.");
      lines.add("sheets:");
      at = lines.size();
    } else if (sheets.get() instanceof SequenceNode sequence && !sequence.getValue().isEmpty()) {
      if (sequence.getFlowStyle() == org.yaml.snakeyaml.DumperOptions.FlowStyle.FLOW) {
        throw new SettingsException(
            "“sheets” is written between brackets; write each entry on lines of its own, behind a"
                + " hyphen");
      }
      indent = sequence.getStartMark().getColumn();
      at = lastLine(sequence) + 1;
    } else {
      Node empty = sheets.get();
      int line = empty.getStartMark().getLine();
      if (empty instanceof SequenceNode) {
        String text = lines.get(line);
        lines.set(line, text.replaceFirst("\\[\\s*\\]", "").replaceFirst("\\s+$", ""));
      }
      at = line + 1;
    }
    List<String> added = new ArrayList<>();
    for (SheetSurvey sheet : fresh) {
      added.addAll(entry(sheet, " ".repeat(indent)));
    }
    for (SheetName sheet : leaving) {
      added.addAll(beginning(sheet, " ".repeat(indent)));
      added.add(" ".repeat(indent) + "  leave: true  # no table");
    }
    for (SheetName sheet : open) {
      added.addAll(toFillIn(sheet, " ".repeat(indent)));
    }
    if (sheets.isEmpty() && fresh.isEmpty() && leaving.isEmpty()) {
      // A list of nothing but remarks is none.
      lines.set(at - 1, "# sheets:");
    }
    lines.addAll(at, added);
  }

  /** The last line, from 0, on which something of a node stands. */
  private static int lastLine(Node node) {
    int last = node.getStartMark().getLine();
    if (node instanceof SequenceNode sequence) {
      for (Node child : sequence.getValue()) {
        last = Math.max(last, lastLine(child));
      }
    } else if (node instanceof MappingNode mapping) {
      for (NodeTuple entry : mapping.getValue()) {
        last =
            Math.max(last, Math.max(lastLine(entry.getKeyNode()), lastLine(entry.getValueNode())));
      }
    } else {
      last = node.getEndMark().getLine();
    }
    return last;
  }

  private static List<String> beginning(SheetName name, String indent) {
    List<String> lines = new ArrayList<>();
    lines.add(indent + "- file: " + quoted(name.file().replaceAll(".*[/\\\\]", "")));
    if (name.sheet() != null) {
      lines.add(indent + "  sheet: " + quoted(name.sheet()));
    }
    return lines;
  }

  /** An entry for a sheet that was not understood, as remarks to fill in. */
  private static List<String> toFillIn(SheetName name, String indent) {
    List<String> lines = new ArrayList<>();
    lines.add(indent + "# Not understood. Take the signs away and fill in what it is:");
    beginning(name, "").forEach(line -> lines.add(indent + "# " + line));
    lines.add(indent + "#   table: users         # users, courses, groups or enrollments");
    lines.add(indent + "#   header-row: 1        # 0: there are no headers");
    lines.add(indent + "#   columns: {given name: A, family name: B}");
    lines.add(indent + "#   leave: true          # instead: it is not to be read");
    return lines;
  }

  private static List<String> entry(SheetSurvey seen, String indent) {
    SheetReading sheet = seen.reading();
    List<String> lines = beginning(sheet.name(), indent);
    lines.add(indent + "  table: " + sheet.table().word());
    lines.add(indent + "  header-row: " + sheet.headerRow());
    sheet.courseOfAll().ifPresent(course -> lines.add(indent + "  course: " + quoted(course)));
    // Of a column that shows no order the settings decide, and go on to.
    boolean allShow = seen.dates().keySet().containsAll(sheet.dateFields());
    if (allShow && seen.dates().values().stream().distinct().count() == 1) {
      lines.add(
          indent + "  dates: " + ReadingSettings.word(seen.dates().values().iterator().next()));
    }
    List<String> columns = new ArrayList<>();
    for (Column column : sheet.columns()) {
      // A typed list has no columns; what is on its lines is told line by line.
      if (column.field().isPresent() && !sheet.isOfLines()) {
        columns.add(
            indent + "    " + column.field().get().label() + ": " + quoted(source(sheet, column)));
      }
    }
    if (!columns.isEmpty()) {
      lines.add(indent + "  columns:");
      lines.addAll(columns);
    }
    return lines;
  }

  /** The column's header, or its letters where the header does not tell it. */
  private static String source(SheetReading sheet, Column column) {
    long same =
        sheet.columns().stream()
            .filter(other -> other.header().equalsIgnoreCase(column.header()))
            .count();
    boolean tells =
        same == 1
            && column.header().codePoints().anyMatch(Character::isLetterOrDigit)
            && column.header().indexOf('{') < 0
            && column.header().indexOf('}') < 0;
    return tells ? column.header() : column.letters();
  }

  /** A text as YAML 1.1 reads it back: between quotation marks unless it is plain words. */
  private static String quoted(String text) {
    boolean plain =
        text.matches("\\p{L}[\\p{L}\\p{N} ._/-]*")
            && !text.matches("(?i)y|n|yes|no|on|off|true|false|null|.* ")
            && !text.contains(" #");
    return plain
        ? text
        : '"' + text.replace("\\", "\\\\").replace("\"", "\\\"").replace("\n", "\\n") + '"';
  }
}
