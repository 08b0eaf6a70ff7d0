package neatroster.core;

import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import com.tngtech.archunit.library.Architectures;

/**
 * The walls inside core: each package imports only those before it, and nothing touches files,
 * network or clock.
 */
@AnalyzeClasses(packages = "neatroster.core", importOptions = ImportOption.DoNotIncludeTests.class)
class WallsTest {
  @ArchTest
  static final ArchRule PACKAGES_IN_ORDER =
      Architectures.layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("text")
          .definedBy("..core.text..")
          .layer("model")
          .definedBy("..core.model..")
          .layer("pattern")
          .definedBy("..core.pattern..")
          .layer("intake")
          .definedBy("..core.intake..")
          .layer("value")
          .definedBy("..core.value..")
          .layer("roster")
          .definedBy("..core.roster..")
          .layer("check")
          .definedBy("..core.check..")
          .layer("accounts")
          .definedBy("..core.accounts..")
          .layer("batch")
          .definedBy("..core.batch..")
          .layer("handout")
          .definedBy("..core.handout..")
          .whereLayer("handout")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("batch")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("accounts")
          .mayOnlyBeAccessedByLayers("batch", "handout")
          .whereLayer("check")
          .mayOnlyBeAccessedByLayers("accounts", "batch", "handout")
          .whereLayer("roster")
          .mayOnlyBeAccessedByLayers("check", "accounts", "batch", "handout")
          .whereLayer("intake")
          .mayOnlyBeAccessedByLayers("roster", "check", "accounts", "batch", "handout")
          .whereLayer("pattern")
          .mayOnlyBeAccessedByLayers("intake", "roster", "check", "accounts", "batch", "handout")
          .whereLayer("value")
          .mayOnlyBeAccessedByLayers("intake", "roster", "check", "accounts", "batch", "handout")
          .whereLayer("model")
          .mayOnlyBeAccessedByLayers(
              "value", "pattern", "intake", "roster", "check", "accounts", "batch", "handout");

  @ArchTest
  static final ArchRule NO_CYCLES =
      slices().matching("neatroster.core.(*)..").should().beFreeOfCycles();

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
