package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethodCall;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import com.tngtech.archunit.library.Architectures;
import com.tngtech.archunit.library.dependencies.SliceAssignment;
import com.tngtech.archunit.library.dependencies.SliceIdentifier;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import java.util.List;

/** The walls between the modules: each imports only those before it. */
@AnalyzeClasses(packages = "neatroster", importOptions = ImportOption.DoNotIncludeTests.class)
class HouseTest {
  @ArchTest
  static final ArchRule MODULES_IN_ORDER =
      Architectures.layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("disk")
          .definedBy("neatroster.disk..")
          .layer("core")
          .definedBy("neatroster.core..")
          .layer("sheets")
          .definedBy("neatroster.sheets..")
          .layer("formats")
          .definedBy("neatroster.formats..")
          .layer("register")
          .definedBy("neatroster.register..")
          .layer("runs")
          .definedBy("neatroster.runs..")
          .layer("platform")
          .definedBy("neatroster.platform..")
          .layer("practice")
          .definedBy("neatroster.practice..")
          .layer("work")
          .definedBy("neatroster.work..")
          .layer("cli")
          .definedBy("neatroster.cli..")
          .whereLayer("cli")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("work")
          .mayOnlyBeAccessedByLayers("cli")
          .whereLayer("runs")
          .mayOnlyBeAccessedByLayers("platform", "work", "cli")
          .whereLayer("register")
          .mayOnlyBeAccessedByLayers("runs", "work", "cli")
          .whereLayer("practice")
          .mayOnlyBeAccessedByLayers("work", "cli")
          .whereLayer("platform")
          .mayOnlyBeAccessedByLayers("work", "cli")
          .whereLayer("formats")
          .mayOnlyBeAccessedByLayers("runs", "platform", "work", "cli")
          .whereLayer("sheets")
          .mayOnlyBeAccessedByLayers("formats", "runs", "work", "cli")
          .whereLayer("disk")
          .mayOnlyBeAccessedByLayers("formats", "register", "runs", "work", "cli");

  @ArchTest
  static final ArchRule THE_TERMINAL_IS_THE_CLIS =
      ArchRuleDefinition.noClasses()
          .that()
          .resideOutsideOfPackage("neatroster.cli..")
          .should()
          .accessField(System.class, "out")
          .orShould()
          .accessField(System.class, "err")
          .orShould()
          .dependOnClassesThat()
          .resideInAPackage("picocli..");

  @ArchTest
  static void roomsOfTheCommandLineInOrder(JavaClasses classes) {
    inOrder(
        classes, "neatroster.cli", List.of("terminal", "delivery", "handout", "report", "command"));
  }

  @ArchTest
  static void roomsOfTheWorkInOrder(JavaClasses classes) {
    inOrder(
        classes,
        "neatroster.work",
        List.of(
            "json",
            "settings",
            "folder",
            "issue",
            "delivery",
            "pack",
            "preview",
            "add",
            "arrange",
            "tidy",
            "handout",
            "find",
            "inspect",
            "practice",
            "begin",
            "history"));
  }

  /** Each room may use those before it, and every room is in the list. */
  private static void inOrder(JavaClasses classes, String module, List<String> rooms) {
    assertThat(
            classes.stream()
                .map(JavaClass::getPackageName)
                .filter(room -> room.startsWith(module + "."))
                .map(room -> room.substring(module.length() + 1)))
        .isSubsetOf(rooms);
    for (int i = 0; i < rooms.size() - 1; i++) {
      String[] above =
          rooms.subList(i + 1, rooms.size()).stream()
              .map(room -> module + "." + room)
              .toArray(String[]::new);
      ArchRuleDefinition.noClasses()
          .that()
          .resideInAPackage(module + "." + rooms.get(i))
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(above)
          .check(classes);
    }
  }

  @ArchTest
  static final ArchRule NO_CLASSES_IN_CIRCLES =
      SlicesRuleDefinition.slices()
          .assignedFrom(
              new SliceAssignment() {
                @Override
                public SliceIdentifier getIdentifierOf(JavaClass type) {
                  // A nested class counts with its outer one.
                  return SliceIdentifier.of(type.getName().replaceAll("\\$.*", ""));
                }

                @Override
                public String getDescription() {
                  return "classes";
                }
              })
          .should()
          .beFreeOfCycles();

  @ArchTest
  static final ArchRule SHEETS_SEE_ONLY_WHAT_THEY_HAND_OVER =
      ArchRuleDefinition.noClasses()
          .that()
          .resideInAPackage("neatroster.sheets..")
          .should()
          .dependOnClassesThat(
              DescribedPredicate.describe(
                  "are core beyond grid and text",
                  (JavaClass type) ->
                      type.getPackageName().startsWith("neatroster.core.")
                          && !type.getPackageName().matches("neatroster[.]core[.](grid|text)")));

  /** A file beside its place, moved there when it is whole: written in one place. */
  @ArchTest
  static final ArchRule FILES_ARE_MOVED_INTO_PLACE_BY_THE_DISK_MODULE =
      ArchRuleDefinition.noClasses()
          .that()
          .resideInAPackage("neatroster.cli..")
          .and()
          .resideOutsideOfPackage("neatroster.disk")
          .should()
          .callMethodWhere(
              DescribedPredicate.describe(
                  "moves a file",
                  (JavaMethodCall call) ->
                      call.getTargetOwner().getFullName().equals("java.nio.file.Files")
                          && call.getName().equals("move")));
}
