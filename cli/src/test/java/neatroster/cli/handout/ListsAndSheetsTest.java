package neatroster.cli.handout;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.LuminanceSource;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.ClassList;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.Section;
import neatroster.core.intake.NameParts;
import neatroster.core.settings.Settings;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;

class ListsAndSheetsTest {
  private static final Settings SETTINGS =
      Settings.builder()
          .school(new Settings.School("Port Elsewhere", "", "https://learn.pier.example"))
          .build();

  private static CourseInfo course(String code, String joinCode, Map<String, String> groups) {
    return new CourseInfo(code, "Title of " + code, List.of("Tom Quay"), joinCode, groups);
  }

  @Test
  void aLongClassGoesOnOverPagesThatAreCounted() throws IOException {
    List<ClassList.Member> members = new ArrayList<>();
    for (int i = 1; i <= 95; i++) {
      members.add(new ClassList.Member("Marlowe, Ana", "amarlowe" + i, "learner", "Port Watch"));
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ClassListsPdf.write(
        List.of(
            new ClassList(course("NAV-2", "", Map.of()), members),
            new ClassList(course("KNOT", "", Map.of()), members.subList(0, 1))),
        SETTINGS,
        Paper.A4,
        out);
    List<String> pages = TaggedPdfTest.words(out.toByteArray());
    assertThat(pages).hasSize(4);
    assertThat(pages.get(0)).contains("1of3", "95people", "amarlowe1PortWatch");
    assertThat(pages.get(2)).contains("3of3", "amarlowe95");
    assertThat(pages.get(3)).contains("TitleofKNOT", "1person").doesNotContain("of3");
  }

  @Test
  void everyCodeHasASheetOfItsOwn() throws IOException {
    Map<String, String> groups = new LinkedHashMap<>();
    groups.put("Port Watch", "DEF-456");
    groups.put("Starboard Watch", "");
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    JoinSheetsPdf.write(
        List.of(course("NAV-2", "ABC-123", groups), course("KNOT", "", Map.of())),
        SETTINGS,
        Paper.A4,
        out);
    List<String> pages = TaggedPdfTest.words(out.toByteArray());
    assertThat(pages).hasSize(2);
    assertThat(pages.get(0))
        .contains("TitleofNAV-2", "withTomQuay", "ABC-123", "https://learn.pier.example")
        .doesNotContain("Watch");
    assertThat(pages.get(1)).contains("PortWatch", "DEF-456");
  }

  @Test
  void theQrCodeSaysTheAddress() throws Exception {
    BitMatrix code = QrCode.of("https://learn.pier.example/join");
    int scale = 4;
    int side = code.getWidth() * scale;
    int[] pixels = new int[side * side];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        pixels[y * side + x] = code.get(x / scale, y / scale) ? 0x000000 : 0xffffff;
      }
    }
    LuminanceSource picture = new RGBLuminanceSource(side, side, pixels);
    assertThat(new QRCodeReader().decode(new BinaryBitmap(new HybridBinarizer(picture))).getText())
        .isEqualTo("https://learn.pier.example/join");
  }

  private static Attendee child(String name, String guardian) {
    return new Attendee(
        null,
        NameParts.split(name),
        name,
        "",
        "",
        "",
        "",
        Optional.of(LocalDate.of(2016, 5, 1)),
        false,
        guardian,
        "",
        List.of(),
        List.of(),
        true);
  }

  @Test
  void lettersAskWhoeverLooksAfterTheChild() throws IOException {
    List<Attendee> children = List.of(child("Ana Marlowe", "Rosa Marlowe"), child("Bo Finch", ""));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    assertThat(ConsentLettersPdf.write(children, SETTINGS, Paper.A4, out).pages()).isEqualTo(2);
    List<String> pages = TaggedPdfTest.words(out.toByteArray());
    assertThat(pages.get(0))
        .contains("DearRosaMarlowe,", "AnaMarlowe,bornon2016-05-01", "below13years", "Iconsent.");
    assertThat(pages.get(1)).contains("Dearparentorguardian,", "BoFinch");
  }

  @Test
  void pagesForBrowsersHoldNamesAsTextAndLoadNothing() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    HandoutHtml.consentLetters(
        List.of(child("<script>alert(1)</script> Marlowe", "\"><img src=x>")), SETTINGS, out);
    Document page = Jsoup.parse(out.toString(StandardCharsets.UTF_8));
    assertThat(page.select("script, img, link")).isEmpty();
    assertThat(page.select("h1").text()).contains("<script>alert(1)</script> Marlowe");
    assertThat(page.select("meta[http-equiv=Content-Security-Policy]").attr("content"))
        .startsWith("default-src 'none'");
  }

  @Test
  void tablesForMailMergeHaveACellForEveryHeader() {
    List<List<String>> rows = new ArrayList<>();
    HandoutRows.slips(
        List.of(new Section("Coastal", List.of(child("Ana Marlowe", "Rosa Marlowe")))),
        SETTINGS,
        List.of(),
        rows::add);
    assertThat(rows).hasSize(2);
    assertThat(rows.get(1)).hasSameSizeAs(rows.get(0));
    assertThat(rows.get(1).get(rows.get(0).indexOf("guardian name"))).isEqualTo("Rosa Marlowe");
    rows.clear();
    HandoutRows.joinSheets(
        List.of(course("NAV-2", "ABC-123", Map.of("Port Watch", "DEF-456"))), SETTINGS, rows::add);
    assertThat(rows)
        .extracting(row -> row.get(2) + row.get(4))
        .containsExactly("groupjoin code", "ABC-123", "Port WatchDEF-456");
  }
}
