package neatroster.core;

import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import java.util.List;

/**
 * The walls inside core: each package imports only those before it, and nothing touches files,
 * network or clock.
 */
@AnalyzeClasses(packages = "neatroster.core", importOptions = ImportOption.DoNotIncludeTests.class)
class WallsTest {
  /** Each may use those before it. */
  private static final List<String> ROOMS =
      List.of(
          "language",
          "text",
          "grid",
          "model",
          "settings",
          "value",
          "pattern",
          "intake",
          "change",
          "state",
          "roster",
          "statement",
          "wanted",
          "check",
          "check.rules.sheets",
          "check.rules.texts",
          "check.rules.values",
          "check.rules.people",
          "check.rules.courses",
          "check.rules.enrollments",
          "check.pass",
          "tidy",
          "accounts",
          "arrange",
          "compare",
          "layout",
          "confirm",
          "batch",
          "handout");

  @ArchTest
  static void roomsInOrder(JavaClasses classes) {
    for (int i = 0; i < ROOMS.size(); i++) {
      String[] later =
          ROOMS.subList(i + 1, ROOMS.size()).stream()
              .map(room -> "neatroster.core." + room)
              .toArray(String[]::new);
      if (later.length > 0) {
        ArchRuleDefinition.noClasses()
            .that()
            .resideInAPackage("neatroster.core." + ROOMS.get(i))
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(later)
            .check(classes);
      }
    }
  }

  @ArchTest
  static final ArchRule NO_OTHER_ROOMS =
      ArchRuleDefinition.classes()
          .should()
          .resideInAnyPackage(
              ROOMS.stream().map(room -> "neatroster.core." + room).toArray(String[]::new));

  @ArchTest
  static final ArchRule RULES_DO_NOT_LEAN_ON_OTHER_ROOMS_OF_RULES =
      slices().matching("neatroster.core.check.rules.(*)..").should().notDependOnEachOther();

  @ArchTest
  static final ArchRule PURE =
      ArchRuleDefinition.noClasses()
          .should()
          .dependOnClassesThat(
              DescribedPredicate.describe(
                  "touch files, network, processes or the clock", WallsTest::isOfTheWorld));

  private static boolean isOfTheWorld(JavaClass type) {
    String name = type.getFullName();
    return name.startsWith("java.nio.file")
        || name.startsWith("java.net")
        || name.startsWith("java.sql")
        || name.startsWith("java.io.File")
        || name.equals("java.time.Clock")
        || name.equals("java.lang.Process")
        || name.startsWith("picocli");
  }

  @ArchTest
  static final ArchRule NO_CLOCK =
      ArchRuleDefinition.noClasses()
          .should()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .callMethod(System.class, "nanoTime")
          .orShould()
          .callMethod(java.time.LocalDate.class, "now");
}
