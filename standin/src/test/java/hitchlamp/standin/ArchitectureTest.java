package hitchlamp.standin;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.Set;

/** The simulated units share nothing with the tool but the values of frames. */
@AnalyzeClasses(
    packages = "hitchlamp.standin",
    importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  private static final Set<String> VALUES =
      Set.of(
          "hitchlamp.core.bus.Frame",
          "hitchlamp.core.bus.StampedFrame",
          "hitchlamp.core.j1939.Identifier");

  @ArchTest
  static final ArchRule onlyFrameValuesOfTheCore =
      noClasses()
          .should()
          .dependOnClassesThat(
              DescribedPredicate.describe(
                  "core classes other than frame values",
                  (JavaClass c) ->
                      c.getPackageName().startsWith("hitchlamp.core")
                          && !VALUES.contains(c.getName())));

  @ArchTest
  static final ArchRule knowsNoServer =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("hitchlamp.server..", "hitchlamp.grade..");
}
