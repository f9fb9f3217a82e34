package hitchlamp.grade;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Truth and verdict meet here; the tool's server and the web do not. */
@AnalyzeClasses(packages = "hitchlamp.grade", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule knowsNoServer =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("hitchlamp.server..", "org.springframework..");
}
