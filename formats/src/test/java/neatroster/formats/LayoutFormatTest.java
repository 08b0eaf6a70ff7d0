package neatroster.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.layout.Layout;
import neatroster.core.layout.LayoutColumn;
import neatroster.core.layout.LayoutFile;
import neatroster.core.layout.LayoutWords;
import neatroster.core.layout.RowKind;
import neatroster.core.model.Field;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.state.Known;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LayoutFormatTest {
  private static final LayoutFile.Form PLAIN =
      form(',', LayoutFile.Quotes.WHERE_NEEDED, StandardCharsets.UTF_8, false, "\n");

  private static final PlannedChange ANA = user("ana", "Ana, \"Nan\"", "kelp-17", "Main Pier");
  private static final PlannedChange BO = user("bo", "Bo", "", "East Pier");
  private static final PlannedChange CY = user("cy", "Cÿ", "", "Main Pier");

  @TempDir private Path temp;

  private static PlannedChange user(String name, String given, String password, String site) {
    return Written.change(
        Phase.USERS,
        Change.CREATE,
        Field.USERNAME,
        name,
        Field.GIVEN_NAME,
        given,
        Field.PASSWORD,
        password,
        Field.SITE,
        site);
  }

  private static PlannedChange seat(String user, String course) {
    return Written.change(Phase.ENROLLMENTS, Change.ENROLL, Field.USER, user, Field.COURSE, course);
  }

  private static LayoutFile.Form form(
      char separator, LayoutFile.Quotes quotes, Charset encoding, boolean hasMark, String lineEnd) {
    return new LayoutFile.Form(
        false, separator, quotes, encoding, hasMark, lineEnd, Optional.empty(), List.of());
  }

  private static LayoutFile file(
      String name, RowKind row, LayoutFile.Form form, int mostRows, String... headersAndValues)
      throws PatternException {
    List<LayoutColumn> columns = new ArrayList<>();
    for (int i = 0; i < headersAndValues.length; i += 2) {
      columns.add(
          new LayoutColumn(
              headersAndValues[i],
              Pattern.parse(headersAndValues[i + 1]),
              false,
              0,
              Optional.empty(),
              false,
              0,
              ""));
    }
    return new LayoutFile(
        Pattern.parse(name, LayoutFile.NAMED),
        row,
        EnumSet.of(Change.CREATE, Change.ENROLL),
        form,
        true,
        mostRows,
        columns);
  }

  private static Layout layout(LayoutFile... files) {
    return new Layout("pier", "layouts/pier.yaml", List.of(files), LayoutWords.OURS, List.of());
  }

  private BatchWriter write(Written files, Layout layout, PlannedChange... changes)
      throws IOException {
    BatchFormat format = new LayoutFormat(layout);
    assertThat(format.name()).isEqualTo("layout:pier");
    assertThat(format.folder()).isEqualTo("layout-pier");
    BatchWriter writer =
        format.writer(files, Written.background(Known.nothing(), true, "1.2", Set.of()));
    for (PlannedChange change : changes) {
      writer.row(change);
    }
    writer.close();
    return writer;
  }

  @Test
  void textIsWrittenAsTheLayoutSays() throws Exception {
    String[] columns = {"Login", "{username}", "First", "{given name}"};
    for (LayoutFile.Quotes quotes : LayoutFile.Quotes.values()) {
      Written files = new Written(temp);
      write(
          files,
          layout(
              file(
                  "people.csv",
                  RowKind.USER,
                  form(';', quotes, StandardCharsets.ISO_8859_1, false, "\r\n"),
                  0,
                  columns)),
          quotes == LayoutFile.Quotes.NEVER ? BO : ANA,
          CY);
      String text = new String(files.bytes("people.csv"), StandardCharsets.ISO_8859_1);
      assertThat(text)
          .isEqualTo(
              switch (quotes) {
                case WHERE_NEEDED -> "Login;First\r\nana;\"Ana, \"\"Nan\"\"\"\r\ncy;Cÿ\r\n";
                case ALWAYS ->
                    "\"Login\";\"First\"\r\n\"ana\";\"Ana, \"\"Nan\"\"\"\r\n\"cy\";\"Cÿ\"\r\n";
                case NEVER -> "Login;First\r\nbo;Bo\r\ncy;Cÿ\r\n";
              });
    }
    Written marked = new Written(temp);
    write(
        marked,
        layout(
            file(
                "people.csv",
                RowKind.USER,
                form(',', LayoutFile.Quotes.WHERE_NEEDED, StandardCharsets.UTF_8, true, "\n"),
                0,
                columns)),
        BO);
    assertThat(marked.text("people.csv")).isEqualTo("\ufeffLogin,First\nbo,Bo\n");
  }

  @Test
  void filesAreDividedByRowsAndBySite() throws Exception {
    Written files = new Written(temp);
    BatchWriter writer =
        write(
            files,
            layout(
                file("people.csv", RowKind.USER, PLAIN, 2, "Login", "{username}"),
                file("at-{site}.csv", RowKind.USER, PLAIN, 0, "Login", "{username}"),
                file("part{n}.csv", RowKind.USER, PLAIN, 1, "Login", "{username}")),
            ANA,
            BO,
            CY);
    assertThat(files.text("people-01.csv")).isEqualTo("Login\nana\nbo\n");
    assertThat(files.text("people-02.csv")).isEqualTo("Login\ncy\n");
    assertThat(files.text("at-Main Pier.csv")).isEqualTo("Login\nana\ncy\n");
    assertThat(files.text("at-East Pier.csv")).isEqualTo("Login\nbo\n");
    assertThat(files.names()).contains("part1.csv", "part2.csv", "part3.csv");
    assertThat(writer.written())
        .extracting(WrittenFile::name)
        .startsWith("people-01.csv", "people-02.csv", "at-Main Pier.csv");
    assertThat(writer.written().get(0).rows()).isEqualTo(2);
    assertThat(writer.written().get(0).phase()).contains(Phase.USERS);
  }

  @Test
  void noTwoFilesHaveOneNameOnAnyDisk() throws Exception {
    Written files = new Written(temp);
    write(
        files,
        layout(
            file("people-{site}.csv", RowKind.USER, PLAIN, 0, "Login", "{username}"),
            file("PEOPLE-main pier.csv", RowKind.USER, PLAIN, 0, "Name", "{given name}")),
        user("ana", "Ana", "", "Main Pier"),
        user("bo", "Bo", "", "a/b:c"),
        user("cy", "Cy", "", ""));
    assertThat(files.names())
        .containsExactlyInAnyOrder(
            "PEOPLE-main pier.csv",
            "people-Main Pier_2.csv",
            "people-a_b_c.csv",
            "people-none.csv");
    FileNames names = new FileNames();
    assertThat(names.free("a.csv")).isEqualTo("a.csv");
    assertThat(names.free("A.csv")).isEqualTo("A_2.csv");
    assertThat(names.free("a.csv")).isEqualTo("a_3.csv");
    assertThat(names.free("noending")).isEqualTo("noending");
    assertThat(names.free("noending")).isEqualTo("noending_2");
  }

  @Test
  void severalFilesAreSheetsOfOneWorkbook() throws Exception {
    LayoutFile.Form people = workbook("People", List.of(List.of("Import of the pier")));
    LayoutFile.Form seats = workbook("Seats", List.of());
    Written files = new Written(temp);
    Layout layout =
        layout(
            file("import.xlsx", RowKind.USER, people, 0, "Login", "{username}"),
            file(
                "import.xlsx",
                RowKind.ENROLLMENT,
                seats,
                0,
                "Login",
                "{user}",
                "Course",
                "{course}"));
    BatchWriter writer = write(files, layout, ANA, BO, seat("ana", "NAV-1"));
    assertThat(files.names()).containsExactly("import.xlsx");
    assertThat(writer.written()).hasSize(1);
    byte[] first = files.bytes("import.xlsx");
    assertThat(sheets(first))
        .containsExactly(
            entry(
                "People",
                List.of(
                    List.of("Import of the pier"),
                    List.of("Login"),
                    List.of("ana"),
                    List.of("bo"))),
            entry("Seats", List.of(List.of("Login", "Course"), List.of("ana", "NAV-1"))));
    Written again = new Written(temp);
    write(again, layout, ANA, BO, seat("ana", "NAV-1"));
    assertThat(again.bytes("import.xlsx")).isEqualTo(first);
  }

  private static LayoutFile.Form workbook(String sheet, List<List<String>> titleRows) {
    return new LayoutFile.Form(
        true,
        ',',
        LayoutFile.Quotes.WHERE_NEEDED,
        StandardCharsets.UTF_8,
        false,
        "\n",
        Optional.ofNullable(sheet),
        titleRows);
  }

  @Test
  void aWorkbookOfItsOwnIsOneFile() throws Exception {
    Written files = new Written(temp);
    write(
        files,
        layout(file("p.xlsx", RowKind.USER, workbook(null, List.of()), 0, "Login", "{username}")),
        ANA);
    assertThat(sheets(files.bytes("p.xlsx")).values())
        .containsExactly(List.of(List.of("Login"), List.of("ana")));
  }

  /** The rows of every sheet, read by a library of others. */
  private static Map<String, List<List<String>>> sheets(byte[] workbook) throws IOException {
    Map<String, List<List<String>>> sheets = new LinkedHashMap<>();
    try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(workbook))) {
      for (Sheet sheet : book.getSheets().toList()) {
        List<List<String>> rows = new ArrayList<>();
        for (Row row : sheet.read()) {
          rows.add(row.stream().map(cell -> cell.getText()).toList());
        }
        sheets.put(sheet.getName(), rows);
      }
    }
    return sheets;
  }

  @Test
  void whatNoFileHasAPlaceForIsCountedAndPasswordsAreKnownToBeIn() throws Exception {
    Written files = new Written(temp);
    Layout logins = layout(file("p.csv", RowKind.USER, PLAIN, 0, "Login", "{username}"));
    BatchWriter writer = write(files, logins, ANA);
    assertThat(writer.carriesPasswords()).isFalse();
    assertThat(writer.carries(ANA)).isTrue();
    assertThat(writer.carries(seat("ana", "NAV-1"))).isFalse();
    assertThat(writer.notCarried()).contains(entry("first password of users", 1));
    Layout secrets =
        layout(file("p.csv", RowKind.USER, PLAIN, 0, "Login", "{username}", "Key", "{password}"));
    assertThat(write(new Written(temp), secrets, ANA).carriesPasswords()).isTrue();
    assertThat(new LayoutFormat(secrets).layout()).isSameAs(secrets);
    assertThat(new LayoutFormat(secrets).isSplit()).isTrue();
  }

  @Test
  void anExcerptShowsTheFirstRowsAndNoPassword() throws Exception {
    Layout layout =
        layout(
            file(
                "p.csv",
                RowKind.USER,
                form('\t', LayoutFile.Quotes.WHERE_NEEDED, StandardCharsets.UTF_16LE, true, "\r\n"),
                0,
                "Login",
                "{username}",
                "Key",
                "{password}"),
            file(
                "book.xlsx",
                RowKind.USER,
                workbook("People", List.of()),
                0,
                "Key",
                "x{password}",
                "Login",
                "{username}"));
    LayoutExcerpt excerpt =
        new LayoutExcerpt(layout, 2, List.of(), new WholeRecords(Known.nothing()));
    for (PlannedChange change : List.of(ANA, BO, CY)) {
      excerpt.add(change);
    }
    List<LayoutExcerpt.Beginning> files = excerpt.files();
    assertThat(files.get(0).lines()).containsExactly("Login\tKey", "ana\t•••", "bo\t");
    assertThat(files.get(0).rows()).isEqualTo(3);
    assertThat(files.get(0).format()).isEqualTo("utf-16le, CR LF");
    assertThat(files.get(1).name()).isEqualTo("book.xlsx, sheet People");
    assertThat(files.get(1).format()).isEqualTo("workbook");
    assertThat(files.get(1).lines().toString())
        .contains("Key | Login", "••• | ana")
        .doesNotContain("kelp-17");
    assertThat(excerpt.notCarried())
        .isEqualTo(Map.of("given name of users", 3, "site of users", 3));
  }
}
