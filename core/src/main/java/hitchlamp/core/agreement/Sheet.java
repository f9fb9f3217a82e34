package hitchlamp.core.agreement;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Said;
import java.util.List;

/**
 * What sensors read together, judged.
 *
 * @param rows one for each sensor in each relation that could be looked at, in the pack's order
 * @param disagreements what does not fit, each with what would explain it
 * @param warm true where the unit has not stood long enough for its temperatures to be alike
 * @param torn true where no one or two causes explain what is seen
 */
public record Sheet(List<Row> rows, List<Disagreement> disagreements, boolean warm, boolean torn) {
  public Sheet {
    rows = List.copyOf(rows);
    disagreements = List.copyOf(disagreements);
  }

  /**
   * One sensor in one relation.
   *
   * @param relation its short name
   * @param spn what the sensor measures
   * @param minus SPN of the sensor that is taken off; 0 for none
   * @param title as the technician reads it
   * @param value in {@code unit}
   * @param tolerance by which it may be off; 0 where the band says all
   * @param low least that agrees; negative infinity for none
   * @param high greatest that agrees; infinity for none
   * @param verdict of this one
   * @param says how it stands, in few words
   */
  public record Row(
      String relation,
      int spn,
      int minus,
      String title,
      double value,
      Unit unit,
      double tolerance,
      double low,
      double high,
      Verdict verdict,
      Said says) {}

  /** True where anything could be compared. */
  public boolean told() {
    return !rows.isEmpty();
  }
}
