package hitchlamp.core.story;

import hitchlamp.core.pack.RegenerationEnd;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;

/**
 * What the module's records of regenerations come to.
 *
 * @param entries the latest first
 * @param broken how many were broken off, by how
 * @param between hours and distance from one that came to its end to the next, the oldest first
 */
public record RegenerationHistory(
    List<RegenerationEntry> entries, Map<RegenerationEnd, Integer> broken, List<Between> between) {
  /** So many points more of idling are another use. */
  private static final double MORE_IDLE = 10;

  /** So many more cold starts an hour are another use. */
  private static final double MORE_STARTS = 1.5;

  /** Less than this share of what it was is worth a word. */
  private static final double CLOSER = 0.75;

  /** So many times what one takes, and it should have been done. */
  private static final double OVERDUE = 1.6;

  /** What one takes at work, at most (common practice, no source). */
  private static final double USUAL_MINUTES = 60;

  /** A unit that does fewer kilometres an hour is known by its hours. */
  private static final double STANDS = 1;

  /**
   * From one regeneration that came to its end to the next.
   *
   * @param kilometres 0 where the unit counts none
   * @param idlePercent share of the hours that it idled
   * @param startsAnHour cold starts
   */
  public record Between(
      double hour, double hours, double kilometres, double idlePercent, double startsAnHour) {}

  /** From records in any order. */
  public static RegenerationHistory of(List<RegenerationEntry> records) {
    List<RegenerationEntry> inTime =
        records.stream().sorted(Comparator.comparingDouble(RegenerationEntry::hour)).toList();
    Map<RegenerationEnd, Integer> broken = new EnumMap<>(RegenerationEnd.class);
    List<Between> between = new ArrayList<>();
    RegenerationEntry last = null;
    double lastHour = Double.NaN;
    double idleHours = 0;
    int starts = 0;
    for (RegenerationEntry r : inTime) {
      if (last != null) {
        idleHours += r.idlePercent() / 100.0 * (r.hour() - lastHour);
        starts += r.starts();
      }
      lastHour = r.hour();
      if (!r.clean()) {
        r.end().ifPresent(e -> broken.merge(e, 1, Integer::sum));
        continue;
      }
      double hours = last == null ? 0 : r.hour() - last.hour();
      if (hours > 0) {
        between.add(
            new Between(
                r.hour(),
                hours,
                Math.max(0, r.kilometre() - last.kilometre()),
                100 * idleHours / hours,
                starts / hours));
      }
      last = r;
      idleHours = 0;
      starts = 0;
    }
    List<RegenerationEntry> newest = new ArrayList<>(inTime);
    Collections.reverse(newest);
    return new RegenerationHistory(List.copyOf(newest), Map.copyOf(broken), List.copyOf(between));
  }

  /** Regenerations that came to their end. */
  public int done() {
    return (int) entries.stream().filter(RegenerationEntry::clean).count();
  }

  /** Those that did not. */
  public int brokenOff() {
    return entries.size() - done();
  }

  /** True where the unit goes by its distance, false where by its hours. */
  public boolean byDistance() {
    double hours = between.stream().mapToDouble(Between::hours).sum();
    return between.stream().mapToDouble(Between::kilometres).sum() > STANDS * hours;
  }

  /** Where the filter came to be burned clean more often; empty where it did not. */
  Optional<LevelShift> closer() {
    return LevelShift.in(
            between.stream().map(byDistance() ? Between::kilometres : Between::hours).toList())
        .filter(s -> s.share() < CLOSER);
  }

  /** Hours between before a place, and behind it. */
  double hoursBetween(boolean after, int at) {
    return LevelShift.median(side(after, at).stream().mapToDouble(Between::hours));
  }

  /** True where hours between have hardly changed, so that it only goes less far in an hour. */
  boolean onlySlower(LevelShift s) {
    return byDistance() && hoursBetween(true, s.at()) > CLOSER * hoursBetween(false, s.at());
  }

  /** True where it is used so much otherwise than before that more soot is no wonder. */
  boolean usedOtherwise(LevelShift s) {
    List<Between> then = side(false, s.at());
    List<Between> now = side(true, s.at());
    return mean(now, Between::idlePercent) > mean(then, Between::idlePercent) + MORE_IDLE
        || mean(now, Between::startsAnHour) > MORE_STARTS * mean(then, Between::startsAnHour);
  }

  private List<Between> side(boolean after, int at) {
    return after ? between.subList(at, between.size()) : between.subList(0, at);
  }

  /** Over the hours, not over the stretches. */
  private static double mean(List<Between> stretches, ToDoubleFunction<Between> of) {
    double hours = stretches.stream().mapToDouble(Between::hours).sum();
    return stretches.stream().mapToDouble(b -> b.hours() * of.applyAsDouble(b)).sum() / hours;
  }

  /** Share of the hours over all records that it idled, percent. */
  public OptionalDouble idlePercent() {
    double hours = between.stream().mapToDouble(Between::hours).sum();
    return hours > 0
        ? OptionalDouble.of(
            between.stream().mapToDouble(b -> b.idlePercent() * b.hours()).sum() / hours)
        : OptionalDouble.empty();
  }

  /** Hours from one cold start to the next, over all records; empty where it was never started. */
  public OptionalDouble hoursAStart() {
    double hours = entries.isEmpty() ? 0 : entries.get(0).hour() - oldest().hour();
    int starts = entries.stream().mapToInt(RegenerationEntry::starts).sum() - oldestStarts();
    return hours > 0 && starts > 0 ? OptionalDouble.of(hours / starts) : OptionalDouble.empty();
  }

  private RegenerationEntry oldest() {
    return entries.get(entries.size() - 1);
  }

  private int oldestStarts() {
    return entries.isEmpty() ? 0 : oldest().starts();
  }

  /** Minutes that one takes which comes to its end, in the middle; empty where none did. */
  public OptionalDouble minutes() {
    double middle =
        LevelShift.median(
            entries.stream()
                .filter(RegenerationEntry::clean)
                .mapToDouble(RegenerationEntry::minutes));
    return Double.isNaN(middle) ? OptionalDouble.empty() : OptionalDouble.of(middle);
  }

  /** How long one takes at least: as long as the longest that people broke off, or that is done. */
  double minutesAtLeast() {
    return minutes()
        .orElse(
            entries.stream()
                .filter(this::byPeople)
                .mapToDouble(RegenerationEntry::minutes)
                .max()
                .orElse(0));
  }

  /** True where people ended it before it had the time that it needs. */
  private boolean byPeople(RegenerationEntry r) {
    return r.end().filter(RegenerationEnd::byPeople).isPresent() && !overdue(r);
  }

  /** True where it should long have been done when somebody ended it: it did not come on. */
  private boolean overdue(RegenerationEntry r) {
    return r.minutes() > OVERDUE * minutes().orElse(USUAL_MINUTES);
  }

  /** Broken off by people: the key, the pedal, a tool, before it could be done. */
  public int byPeople() {
    return (int) entries.stream().filter(this::byPeople).count();
  }

  /** Ended by people when they should long have been done. */
  public int overdue() {
    return (int)
        entries.stream()
            .filter(r -> r.end().filter(RegenerationEnd::byPeople).isPresent() && overdue(r))
            .count();
  }
}
