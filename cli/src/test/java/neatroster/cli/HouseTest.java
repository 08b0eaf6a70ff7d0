package neatroster.cli;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import com.tngtech.archunit.library.Architectures;

/** The walls between the modules: each imports only those before it. */
@AnalyzeClasses(packages = "neatroster", importOptions = ImportOption.DoNotIncludeTests.class)
class HouseTest {
  @ArchTest
  static final ArchRule MODULES_IN_ORDER =
      Architectures.layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("core")
          .definedBy("neatroster.core..")
          .layer("sheets")
          .definedBy("neatroster.sheets..")
          .layer("formats")
          .definedBy("neatroster.formats..")
          .layer("register")
          .definedBy("neatroster.register..")
          .layer("cli")
          .definedBy("neatroster.cli..")
          .whereLayer("cli")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("register")
          .mayOnlyBeAccessedByLayers("cli")
          .whereLayer("formats")
          .mayOnlyBeAccessedByLayers("cli")
          .whereLayer("sheets")
          .mayOnlyBeAccessedByLayers("formats", "cli");

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
}
