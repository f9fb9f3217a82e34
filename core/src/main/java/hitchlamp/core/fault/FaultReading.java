package hitchlamp.core.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/**
 * One read of the faults of all modules.
 *
 * @param state how far it is
 * @param startedMicros bus time at which it began
 * @param endedMicros bus time of its last event
 * @param engineHours the engine's clock at the read; empty where nobody told it
 * @param sootPercent soot load of the particulate filter as it was told during the read; empty
 *     where it was not
 * @param modules in the order of the roll
 * @param induced how it makes somebody have its exhaust treatment mended
 */
public record FaultReading(
    State state,
    long startedMicros,
    long endedMicros,
    OptionalDouble engineHours,
    OptionalDouble sootPercent,
    List<ModuleFaults> modules,
    Induced induced) {
  /** Reads that were stored before the soot load or this was noted have none. */
  public FaultReading {
    sootPercent = sootPercent == null ? OptionalDouble.empty() : sootPercent;
    induced = induced == null ? Induced.NOTHING : induced;
  }

  /** How far it is. */
  public enum State {
    UNDER_WAY,
    COMPLETE,
    /** It ended halfway: stopped, or the link broke. What was found is kept. */
    CUT_SHORT
  }

  /** Faults of all modules. */
  public List<KnownFault> faults() {
    List<KnownFault> all = new ArrayList<>();
    modules.forEach(m -> all.addAll(m.faults()));
    return all;
  }
}
