package neatroster.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.disk.NewFolder;
import neatroster.formats.OwnColumns;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeptChangesTest {
  private static final OwnColumns OWN =
      new OwnColumns(
          List.of(
              new OwnField(
                  "locker", Table.USERS, OwnField.Type.TEXT, List.of(), false, false, "")));

  @TempDir private Path temp;

  private static Path kept(Path place, List<PlannedChange> changes) throws IOException {
    try (NewFolder folder = NewFolder.beside(place)) {
      try (RunChanges keep = new RunChanges(folder, OWN)) {
        for (PlannedChange change : changes) {
          keep.add(change);
        }
      }
      folder.moveTo(place);
    }
    return place;
  }

  private static List<PlannedChange> read(Path place) throws IOException {
    List<PlannedChange> all = new ArrayList<>();
    new KeptChanges(place).read(all::add);
    return all;
  }

  /** Cells that spreadsheets and CSV readers trip over. */
  @Provide
  Arbitrary<PlannedChange> changes() {
    Arbitrary<String> texts =
        Arbitraries.of("=1+1", "a,b", "two\nlines", " edge ", "\"", "x", "Zoë", "-", "clear", "\\");
    Arbitrary<Phase> phases = Arbitraries.of(Phase.values());
    return Combinators.combine(phases, Arbitraries.of(Change.values()), texts.list().ofSize(4))
        .as(KeptChangesTest::change);
  }

  private static PlannedChange change(Phase phase, Change what, List<String> texts) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    Map<Field, String> before = new EnumMap<>(Field.class);
    List<Field> fields = phase.fields();
    for (int i = 0; i < texts.size(); i++) {
      Field field = fields.get(i % fields.size());
      (i % 2 == 0 ? values : before).put(field, texts.get(i));
    }
    Map<String, String> own = phase == Phase.USERS ? Map.of("locker", texts.get(0)) : Map.of();
    return new PlannedChange(phase, what, values, own).from(before);
  }

  @Property
  void whatIsReadIsWhatWasKeptInTheOrderOfThePhases(@ForAll("changes") PlannedChange one)
      throws IOException {
    Path folder = Files.createTempDirectory("kept");
    PlannedChange removal =
        new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.EMAIL, "a@pier.example"));
    List<PlannedChange> asked = new ArrayList<>(List.of(removal, one));
    List<PlannedChange> there = read(kept(folder.resolve("changes"), asked));
    asked.sort(java.util.Comparator.comparing(PlannedChange::phase));
    assertThat(there).hasSize(2);
    for (int i = 0; i < 2; i++) {
      assertThat(there.get(i).phase()).isEqualTo(asked.get(i).phase());
      assertThat(there.get(i).change()).isEqualTo(asked.get(i).change());
      assertThat(there.get(i).values()).isEqualTo(asked.get(i).values());
      assertThat(there.get(i).own()).isEqualTo(asked.get(i).own());
      assertThat(there.get(i).before()).isEqualTo(asked.get(i).before());
    }
  }

  @Test
  void firstPasswordsAreNotKept() throws IOException {
    PlannedChange made =
        new PlannedChange(
                Phase.USERS,
                Change.CREATE,
                Map.of(Field.USERNAME, "amarlowe", Field.PASSWORD, "kelp-rope-17"))
            .from(Map.of(Field.PASSWORD, "kelp-rope-17"));
    Path place = kept(temp.resolve("changes"), List.of(made));
    assertThat(Files.readString(place.resolve("users.csv")))
        .contains("amarlowe")
        .doesNotContain("kelp-rope-17");
  }

  @Test
  void aFileThatWasEditedIsNamedWithItsRun() throws IOException {
    PlannedChange made =
        new PlannedChange(Phase.USERS, Change.CREATE, Map.of(Field.USERNAME, "amarlowe"))
            .from(Map.of(Field.GRADE, "7"));
    Path place = kept(temp.resolve("runs/2027-01-12-1/changes"), List.of(made));
    String text = Files.readString(place.resolve("users.csv"));
    for (String edited :
        List.of(
            text.replace("create", "invent"),
            text.replace("create,", ""),
            text.replace("{", "["),
            text.replaceAll("\\{.*\\}", "null"),
            text.replaceAll(":\"\"7\"\"", ":null"))) {
      assertThat(edited).isNotEqualTo(text);
      Files.writeString(place.resolve("users.csv"), edited);
      assertThatThrownBy(() -> read(place))
          .isInstanceOf(IOException.class)
          .hasMessageContaining("runs/2027-01-12-1/changes/users.csv");
    }
  }
}
