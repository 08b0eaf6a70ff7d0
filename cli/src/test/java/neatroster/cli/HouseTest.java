package neatroster.cli;

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
import java.util.ArrayList;
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

  /** The rooms of the command line: each may use those before it. */
  private static final List<String> ROOMS =
      List.of("terminal", "delivery", "handout", "report", "command");

  @ArchTest
  static void roomsOfTheCommandLineInOrder(JavaClasses classes) {
    for (int i = 0; i < ROOMS.size(); i++) {
      List<String> above = new ArrayList<>(List.of("neatroster.cli"));
      ROOMS.subList(i + 1, ROOMS.size()).forEach(room -> above.add("neatroster.cli." + room));
      ArchRuleDefinition.noClasses()
          .that()
          .resideInAPackage("neatroster.cli." + ROOMS.get(i))
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(above.toArray(String[]::new))
          .check(classes);
    }
  }

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
