package hitchlamp.core.trial.agreement;

import hitchlamp.core.agreement.SensorReading;
import java.util.List;

/**
 * What sensors have read together.
 *
 * @param module id in the pack of the module whose sensors they are
 * @param complete true once they have been read for as long as the test wants
 * @param readings of those that told a number
 * @param missing SPNs of which no number came
 */
public record AgreementSeen(
    String module, boolean complete, List<SensorReading> readings, List<Integer> missing) {
  private static final int MOST = 200;

  /**
   * @throws IllegalArgumentException where there are more than a pack can ask for
   */
  public AgreementSeen {
    if (readings.size() > MOST || missing.size() > MOST) {
      throw new IllegalArgumentException(AgreementTestWords.say("no-test-asks-for-that-many"));
    }
    readings = List.copyOf(readings);
    missing = List.copyOf(missing);
  }
}
