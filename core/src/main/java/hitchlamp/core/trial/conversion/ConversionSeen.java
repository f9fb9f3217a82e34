package hitchlamp.core.trial.conversion;

import java.util.List;
import java.util.stream.IntStream;

/**
 * What a drive has shown.
 *
 * @param rows its seconds
 * @param course the same in fewer moments, for a picture; none as it is stored
 * @param plan how far the drive plan is
 */
public record ConversionSeen(
    List<ConversionRow> rows, List<ConversionMoment> course, List<PlanStage> plan) {
  /** An hour and a half. */
  static final int MOST_ROWS = 5_400;

  private static final int MOST_COURSE = 240;

  /**
   * @throws IllegalArgumentException where no drive is so long
   */
  public ConversionSeen {
    if (rows.size() > MOST_ROWS || course.size() > MOST_ROWS) {
      throw new IllegalArgumentException(ConversionWords.say("no-drive-is-so-long", MOST_ROWS));
    }
    rows = List.copyOf(rows);
    course = List.copyOf(course);
    plan = List.copyOf(plan);
  }

  /** Without its seconds, but with a course that a page can draw. */
  ConversionSeen forAPage() {
    int step = Math.max(1, (rows.size() + MOST_COURSE - 1) / MOST_COURSE);
    List<ConversionMoment> few =
        IntStream.range(0, rows.size())
            .filter(i -> i % step == 0 || i == rows.size() - 1)
            .mapToObj(i -> ConversionMoment.of(rows.get(i)))
            .toList();
    return new ConversionSeen(List.of(), few, plan);
  }
}
