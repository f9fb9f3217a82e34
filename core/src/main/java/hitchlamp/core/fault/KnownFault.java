package hitchlamp.core.fault;

import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;

/**
 * All that one read found out about one fault of one module.
 *
 * @param fault as it stands in the most telling list
 * @param kind id of its module in the pack, empty where the pack does not know the module
 * @param moduleTitle what the technician calls the module
 * @param states every list it stands in
 * @param emission true where a list of emission faults names it
 * @param firstHour engine hour at which it was set first; empty where the module tells no time
 * @param lastHour engine hour at which it was last there
 * @param snapshots frozen values, possibly none
 * @param failsNow true where a self-test found it at this moment
 */
public record KnownFault(
    Fault fault,
    String kind,
    String moduleTitle,
    Set<FaultState> states,
    boolean emission,
    OptionalDouble firstHour,
    OptionalDouble lastHour,
    List<Snapshot> snapshots,
    boolean failsNow) {
  /** By which it is known: module, SPN and FMI. */
  public String key() {
    return fault.module() + "/" + fault.spn() + "/" + fault.fmi();
  }

  public int spn() {
    return fault.spn();
  }

  public int fmi() {
    return fault.fmi();
  }

  public boolean active() {
    return failsNow || states.contains(FaultState.ACTIVE);
  }

  /** Occurrences as far as they are told; 0 where they are not. */
  public int times() {
    OptionalInt count = fault.count();
    return count.orElse(0);
  }

  /** True where its failure mode is about volts, current or a plain wrong signal. */
  public boolean electrical() {
    return switch (fault.fmi()) {
      case 2, 3, 4, 5, 6, 8, 10, 12, 13, 20, 21 -> true;
      default -> false;
    };
  }

  /** The same with what a self-test found. */
  public KnownFault failingNow(boolean now) {
    return new KnownFault(
        fault, kind, moduleTitle, states, emission, firstHour, lastHour, snapshots, now);
  }
}
