package hitchlamp.core.fault;

import hitchlamp.core.j1939.AuxiliaryTime;
import hitchlamp.core.j1939.ControlArea;
import hitchlamp.core.j1939.FaultCounts;
import hitchlamp.core.j1939.Lamps;
import java.util.List;
import java.util.Optional;

/**
 * What a module that watches the emissions tells beside its lists of faults.
 *
 * @param counts how many faults it counts; empty where not told
 * @param lit which lamps its faults command; none where not told
 * @param failing what fails at this moment, confirmed or not; none where not told
 * @param auxiliary how long devices that raise the emissions were at work
 * @param untoldTests numbers of tests that it has and did not tell when asked; none where it told
 *     all
 * @param area where the engine works with regard to the limits; empty where not told
 */
public record Further(
    Optional<FaultCounts> counts,
    List<Lit> lit,
    List<Code> failing,
    List<AuxiliaryTime> auxiliary,
    List<Integer> untoldTests,
    Optional<ControlArea> area) {
  /** Nothing is told. */
  public static final Further NONE =
      new Further(Optional.empty(), List.of(), List.of(), List.of(), List.of(), Optional.empty());

  /** A read of before numbered tests were asked for has none. */
  public Further {
    untoldTests = untoldTests == null ? List.of() : List.copyOf(untoldTests);
  }

  /** A fault of the module. */
  public record Code(int spn, int fmi) {}

  /** The lamps that a fault of the module commands. */
  public record Lit(int spn, int fmi, Lamps lamps) {}

  /** The lamps that a fault commands; empty where not told. */
  public Optional<Lamps> lampsOf(int spn, int fmi) {
    return lit.stream().filter(l -> l.spn() == spn && l.fmi() == fmi).map(Lit::lamps).findFirst();
  }

  /** True where a fault is told to fail at this moment. */
  public boolean fails(int spn, int fmi) {
    return failing.contains(new Code(spn, fmi));
  }
}
