package hitchlamp.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;

/** Who may call whom, as the architecture page says. */
@AnalyzeClasses(packages = "hitchlamp.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule coreKnowsNobody =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("hitchlamp.standin..", "hitchlamp.server..", "hitchlamp.grade..");

  @ArchTest
  static final ArchRule coreHasNoFrameworkNoDatabaseNoSockets =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "org.springframework..",
              "java.sql..",
              "javax.sql..",
              "java.net..",
              "java.awt..",
              "javax.swing..",
              "jakarta..");

  @ArchTest
  static final ArchRule coreStartsNoThreads =
      noClasses()
          .should()
          .dependOnClassesThat()
          .belongToAnyOf(Thread.class)
          .orShould()
          .dependOnClassesThat()
          .haveNameMatching("java\\.util\\.concurrent\\.(Executor.*|Timer.*)");

  @ArchTest
  static final ArchRule coreReadsNoClock =
      noClasses()
          .should()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .callMethod(System.class, "nanoTime")
          .orShould()
          .callMethod(java.time.Instant.class, "now");

  @ArchTest
  static final ArchRule roomsHaveNoCircles =
      SlicesRuleDefinition.slices().matching("hitchlamp.core.(*)..").should().beFreeOfCycles();
}
