package hitchlamp.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** The server is thin, and never sees the truth about a simulated unit. */
@AnalyzeClasses(packages = "hitchlamp.server", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule seesNoStandIn =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("hitchlamp.standin..", "hitchlamp.grade..");

  @ArchTest
  static final ArchRule controllersGoThroughServices =
      noClasses()
          .that()
          .haveSimpleNameEndingWith("Controller")
          .should()
          .dependOnClassesThat()
          .haveSimpleNameEndingWith("Mapper");

  @ArchTest
  static final ArchRule packagesKnowOneDirection =
      slices().matching("hitchlamp.server.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule mappersAreNotPublic =
      classes().that().haveSimpleNameEndingWith("Mapper").should().notBePublic();
}
