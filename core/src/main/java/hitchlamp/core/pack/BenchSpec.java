package hitchlamp.core.pack;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What can be commanded and tested on a unit.
 *
 * @param controls outputs by their id
 * @param routines by their id
 * @param tests by their id, in the order of the pack
 */
public record BenchSpec(
    Map<String, ControlSpec> controls,
    Map<String, RoutineSpec> routines,
    Map<String, TestSpec> tests) {
  /** Nothing is known. */
  public static final BenchSpec NONE = new BenchSpec(Map.of(), Map.of(), Map.of());

  /** The same under a layer that says more or says it otherwise. */
  BenchSpec under(BenchSpec over) {
    return new BenchSpec(
        laid(controls, over.controls), laid(routines, over.routines), laid(tests, over.tests));
  }

  private static <T> Map<String, T> laid(Map<String, T> lower, Map<String, T> upper) {
    Map<String, T> all = new LinkedHashMap<>(lower);
    all.putAll(upper);
    return all;
  }

  /** Tests that stand in the list of tests. */
  public List<TestSpec> listed() {
    return tests.values().stream().filter(TestSpec::listed).toList();
  }

  /** The control that a test calls by a name; empty where it uses none by that name. */
  public Optional<ControlSpec> control(TestSpec test, String name) {
    return Optional.ofNullable(test.uses().get(name)).map(controls::get);
  }

  /** The routine that a test calls by a name. */
  public Optional<RoutineSpec> routine(TestSpec test, String name) {
    return Optional.ofNullable(test.uses().get(name)).map(routines::get);
  }
}
