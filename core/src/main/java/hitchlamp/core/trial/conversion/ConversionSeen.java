package hitchlamp.core.trial.conversion;

import java.util.List;

/**
 * What a drive has shown.
 *
 * @param rows its seconds
 * @param course the same in fewer moments, for a picture; none as it is stored
 * @param plan how far the drive plan is
 */
public record ConversionSeen(
    List<ConversionRow> rows, List<ConversionRow> course, List<PlanStage> plan) {
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
    List<ConversionRow> few =
        java.util.stream.IntStream.range(0, rows.size())
            .filter(i -> i % step == 0 || i == rows.size() - 1)
            .mapToObj(rows::get)
            .toList();
    return new ConversionSeen(List.of(), few, plan);
  }
}
