package hitchlamp.core.fault;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/** What changed between two reads of a job, fault by fault. */
public final class ReadDifference {
  private ReadDifference() {}

  /** What became of a fault. */
  public enum Change {
    NEW(FaultWords.say("new")),
    NOT_CLEARED(FaultWords.say("not-cleared-although-its-module-accepted")),
    CAME_BACK(FaultWords.say("came-back-after-clearing")),
    NOW_ACTIVE(FaultWords.say("went-from-earlier-to-active")),
    NOW_EARLIER(FaultWords.say("went-from-active-to-earlier")),
    STILL_ACTIVE(FaultWords.say("still-active")),
    STILL_EARLIER(FaultWords.say("still-earlier")),
    GONE(FaultWords.say("gone")),
    /** Its module was not read the second time: nothing can be said. */
    NOT_READ(FaultWords.say("not-read-the-second-time"));

    private final String says;

    Change(String says) {
      this.says = says;
    }

    public String says() {
      return says;
    }
  }

  /**
   * One fault in both reads.
   *
   * @param fault as in the later read, else as in the earlier one
   * @param counted occurrences more than before; 0 where not counted
   */
  public record Line(KnownFault fault, Change change, int counted) {
    /** True where somebody who works on the unit wants to hear of it. */
    public boolean worthTelling() {
      return switch (change) {
        case STILL_ACTIVE, STILL_EARLIER, NOT_READ -> counted > 0 && fault.active();
        default -> true;
      };
    }

    /** The change as a sentence about the fault. */
    public String says() {
      return fault.fault().component()
          + ", "
          + fault.fault().mode()
          + " (SPN "
          + fault.spn()
          + " FMI "
          + fault.fmi()
          + "): "
          + change.says();
    }
  }

  /**
   * Compares two reads.
   *
   * @param cleared true of faults that a module took to clear between them
   */
  public static List<Line> between(
      FaultReading before, FaultReading after, Predicate<KnownFault> cleared) {
    Map<String, KnownFault> old = new LinkedHashMap<>();
    before.faults().forEach(f -> old.put(f.key(), f));
    Map<String, KnownFault> fresh = new LinkedHashMap<>();
    after.faults().forEach(f -> fresh.put(f.key(), f));
    Set<String> read = new LinkedHashSet<>();
    after.modules().stream().filter(ModuleFaults::read).forEach(m -> read.add(m.target().key()));
    List<Line> lines = new ArrayList<>();
    fresh.forEach(
        (key, f) -> {
          KnownFault was = old.get(key);
          lines.add(
              new Line(
                  f, change(was, f, cleared.test(f)), was == null ? 0 : f.times() - was.times()));
        });
    old.forEach(
        (key, f) -> {
          if (!fresh.containsKey(key)) {
            boolean known = read.contains(f.fault().module());
            lines.add(new Line(f, known ? Change.GONE : Change.NOT_READ, 0));
          }
        });
    lines.sort(java.util.Comparator.comparing(Line::change));
    return List.copyOf(lines);
  }

  private static Change change(KnownFault was, KnownFault is, boolean cleared) {
    if (was == null) {
      return Change.NEW;
    }
    if (cleared) {
      boolean sameBeginning = is.firstHour().isPresent() && is.firstHour().equals(was.firstHour());
      boolean sameCount = is.firstHour().isEmpty() && was.times() > 1 && is.times() >= was.times();
      return sameBeginning || sameCount ? Change.NOT_CLEARED : Change.CAME_BACK;
    }
    if (is.active()) {
      return was.active() ? Change.STILL_ACTIVE : Change.NOW_ACTIVE;
    }
    return was.active() ? Change.NOW_EARLIER : Change.STILL_EARLIER;
  }
}
