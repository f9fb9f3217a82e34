package hitchlamp.core.fault;

import hitchlamp.core.j1939.Lamps;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * What one module told about its faults.
 *
 * @param target the module
 * @param lists which lists it told, refused or left unanswered, in words
 * @param lamps what it commands
 * @param faults in the plain order
 * @param hours its own clock at the read
 * @param sinceClear warm-ups since its faults were cleared
 * @param minutesSinceClear engine minutes since then
 * @param oddities what made no sense or did not come whole, in sentences
 * @param ended true where everything that was asked has ended
 */
public record ModuleFaults(
    FaultTarget target,
    Map<FaultList, String> lists,
    Optional<Lamps> lamps,
    List<KnownFault> faults,
    OptionalDouble hours,
    OptionalInt sinceClear,
    OptionalInt minutesSinceClear,
    List<String> oddities,
    boolean ended) {
  /** True where its active and its earlier faults are known. */
  public boolean read() {
    return "told".equals(lists.get(FaultList.ACTIVE))
        && "told".equals(lists.get(FaultList.EARLIER));
  }
}
