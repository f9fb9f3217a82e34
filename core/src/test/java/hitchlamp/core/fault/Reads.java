package hitchlamp.core.fault;

import hitchlamp.core.pack.ModuleRef;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/** Reads of one module, made by hand. */
public final class Reads {
  private Reads() {}

  /**
   * A read that came to its end.
   *
   * @param told true where the module told its active and its earlier faults
   */
  public static FaultReading of(ModuleRef module, boolean told, KnownFault... faults) {
    return of(module, told, OptionalDouble.empty(), List.of(faults));
  }

  /**
   * A read that came to its end.
   *
   * @param told true where the module told its active and its earlier faults
   * @param hours engine hours, of the read and of the module
   */
  public static FaultReading of(
      ModuleRef module, boolean told, OptionalDouble hours, List<KnownFault> faults) {
    return new FaultReading(
        FaultReading.State.COMPLETE,
        0,
        1,
        hours,
        OptionalDouble.empty(),
        List.of(
            new ModuleFaults(
                module,
                told ? Map.of(FaultList.ACTIVE, "told", FaultList.EARLIER, "told") : Map.of(),
                Optional.empty(),
                faults,
                hours,
                OptionalInt.empty(),
                OptionalInt.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Further.NONE,
                List.of(),
                true)),
        Induced.NOTHING);
  }
}
