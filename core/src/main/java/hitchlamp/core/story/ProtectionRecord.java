package hitchlamp.core.story;

import hitchlamp.core.pack.Component;
import hitchlamp.core.quantity.Unit;
import java.util.List;
import java.util.OptionalDouble;

/**
 * A quantity that left its safe range, as the module keeps it; no clear of faults removes it.
 *
 * @param name what was measured
 * @param above true where it must stay below its limit
 * @param severity 1 warned, 2 took power away, 3 wanted a stop
 * @param limit in {@code unit}
 * @param peak the worst value
 * @param count how often
 * @param seconds how long, all together
 * @param firstHour engine hour of the first time
 * @param lastHour engine hour of the last time
 * @param peakHour engine hour of the worst value
 * @param faultBeyond beyond this it surely set a fault; empty where that is not known
 * @param faults faults that it sets
 */
public record ProtectionRecord(
    String name,
    Unit unit,
    boolean above,
    int severity,
    double limit,
    double peak,
    int count,
    double seconds,
    double firstHour,
    double lastHour,
    double peakHour,
    OptionalDouble faultBeyond,
    List<Component.FaultPattern> faults) {
  /** Severity in words. */
  public String severityText() {
    return switch (severity) {
      case 1 -> StoryWords.say("warned");
      case 2 -> StoryWords.say("took-power-away");
      case 3 -> StoryWords.say("wanted-a-stop");
      default -> "severity " + severity;
    };
  }

  /** True where it went so far that one of its faults was surely set. */
  public boolean surelySetFault() {
    return faultBeyond.isPresent()
        && !faults.isEmpty()
        && (above ? peak > faultBeyond.getAsDouble() : peak < faultBeyond.getAsDouble());
  }

  /** The same on another clock. */
  ProtectionRecord shifted(double hours) {
    return new ProtectionRecord(
        name,
        unit,
        above,
        severity,
        limit,
        peak,
        count,
        seconds,
        firstHour + hours,
        lastHour + hours,
        peakHour + hours,
        faultBeyond,
        faults);
  }
}
