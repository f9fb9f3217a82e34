package hitchlamp.core.story;

import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.pack.ModuleRef;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * What one module told of what it remembers; times are moved to the engine's clock.
 *
 * @param hours its own clock at the read
 * @param plain figures of its standard messages
 * @param life figures over its life
 * @param trip figures since the trip began
 * @param lifeDuty map of time over speed and load, whole life
 * @param tripDuty the same of the trip
 * @param bands hours per band of road speed
 * @param protection what left its safe range, the latest first
 * @param protectionKnown true where its table came whole
 * @param trail what tools did, the latest first
 * @param trailKnown true where it came whole
 * @param regenerations of the particulate filter, the latest first
 * @param counters failures in its life
 * @param warmUpsSinceClear DM26
 * @param minutesSinceClear engine minutes, DM21
 * @param kilometresSinceClear DM21
 * @param readiness DM5
 * @param oddities what made no sense or did not come whole, in sentences
 * @param ended true where everything that was asked has ended
 */
public record ModuleStory(
    ModuleRef target,
    OptionalDouble hours,
    Use plain,
    Use life,
    Use trip,
    Optional<DutyMap> lifeDuty,
    Optional<DutyMap> tripDuty,
    Optional<SpeedBands> bands,
    List<ProtectionRecord> protection,
    boolean protectionKnown,
    List<TrailEntry> trail,
    boolean trailKnown,
    List<RegenerationEntry> regenerations,
    List<FailureCounter> counters,
    OptionalInt warmUpsSinceClear,
    OptionalInt minutesSinceClear,
    OptionalInt kilometresSinceClear,
    Optional<Readiness> readiness,
    List<String> oddities,
    boolean ended) {
  public ModuleStory {
    // Reads that were stored before modules told them.
    regenerations = regenerations == null ? List.of() : regenerations;
  }

  /** True where it told anything. */
  public boolean tells() {
    return hours.isPresent()
        || !plain.nothing()
        || !life.nothing()
        || minutesSinceClear.isPresent()
        || readiness.isPresent();
  }

  /** Engine hours since its faults were cleared, by its own count (DM21). */
  public OptionalDouble hoursSinceClear() {
    return minutesSinceClear.isPresent()
        ? OptionalDouble.of(minutesSinceClear.getAsInt() / 60.0)
        : OptionalDouble.empty();
  }
}
