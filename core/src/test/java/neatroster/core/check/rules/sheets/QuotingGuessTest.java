package neatroster.core.check.rules.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.intake.SheetIntake;
import neatroster.core.intake.SheetReading;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The one value that needs quotation marks. */
class QuotingGuessTest {
  /** A sheet whose cells are parted by commas. */
  private record Commas(List<String> rows) implements Sheet {
    @Override
    public SheetName name() {
      return new SheetName("list.csv", null);
    }

    @Override
    public FileFacts facts() {
      return new FileFacts("csv", "utf-8", ",", true);
    }

    @Override
    public void read(Receiver receiver) {
      SheetRow row = new SheetRow();
      for (int i = 0; i < rows.size(); i++) {
        row.begin(i + 1);
        for (String cell : rows.get(i).split(",", -1)) {
          row.add(cell);
        }
        if (!receiver.row(row)) {
          return;
        }
      }
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiterString = "=>",
      value = {
        "code,title,site / KNOT-1,Knots, Bends and Hitches,Main Pier => \"Knots, Bends and Hitches\"",
        "given name,family name,email / Cy,Quay,Jr.,cy@pier.example => -",
        "given name,family name,email / Cy,Quay, Jr.,cy@pier.example => \"Quay, Jr.\"",
        "given name,email,site,phone / Ana,a@pier.example,Hof, Bern, => \"Hof, Bern\"",
        "email,given name,site / a@pier.example,Ana,Hof,Bern => -",
        "given name,email,site / Ana,a@pier.example,Hof,Bern => \"Hof,Bern\"",
        "site,given name,email,role / Hof,Bern,Ana,a@pier.example,learner => -",
        "code,title / A,B,C,D,E,F => -",
      })
  void theOneThatFits(String text, String value) throws Exception {
    Commas sheet = new Commas(List.of(text.split(" / ", -1)));
    SheetReading reading = SheetIntake.of(sheet, Optional.empty());
    List<Optional<String>> found = new ArrayList<>();
    sheet.read(
        row -> {
          found.add(QuotingGuess.of(reading, row));
          return true;
        });
    assertThat(found.get(1)).isEqualTo(Optional.of(value).filter(some -> !some.equals("-")));
  }
}
