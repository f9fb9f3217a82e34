package hitchlamp.core.trial;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import java.util.List;

/**
 * What a run is of.
 *
 * @param module that is tested; {@link ModuleRef#UNIT} for a test of the whole unit
 * @param modules that answered the roll
 * @param usedUp true where the test was run already since the key came on, and the module does it
 *     once a key cycle
 */
public record TestedUnit(ModuleRef module, List<ModuleRef> modules, boolean usedUp) {
  public TestedUnit {
    modules = List.copyOf(modules);
  }

  /** A module that is alone on its bus. */
  public static TestedUnit of(ModuleRef module) {
    return new TestedUnit(module, List.of(module), false);
  }

  /**
   * Modules on which a test can be done.
   *
   * @param all modules that answered the roll
   */
  public static List<ModuleRef> choices(TestSpec spec, Pack pack, List<ModuleRef> all) {
    if (spec.ofUnit()) {
      return List.of(ModuleRef.UNIT);
    }
    return all.stream().filter(m -> m.services() && spec.isFor(pack.roleOf(m.kind()))).toList();
  }
}
