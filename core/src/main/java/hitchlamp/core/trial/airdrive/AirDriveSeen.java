package hitchlamp.core.trial.airdrive;

import hitchlamp.core.trial.Level;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What a drive has shown of the air path.
 *
 * @param rows its moments, five a second
 * @param airKpa pressure of the air
 * @param airCelsius its temperature
 * @param zeroIntake what the intake's sensor showed with the engine standing, kPa; no values where
 *     that was not seen
 * @param zeroExhaust the same of the exhaust's
 * @param plan how far the drive is
 */
public record AirDriveSeen(
    List<AirDriveRow> rows,
    double airKpa,
    double airCelsius,
    Level zeroIntake,
    Level zeroExhaust,
    List<DriveStage> plan) {
  /** Moments that are kept at most: a quarter of an hour. */
  static final int MOST = 4_500;

  private static final int MOST_SHOWN = 300;

  /**
   * @throws IllegalArgumentException where no drive is so long
   */
  public AirDriveSeen {
    if (rows.size() > MOST) {
      throw new IllegalArgumentException(AirDriveWords.say("no-drive-is-so-long"));
    }
    rows = List.copyOf(rows);
    plan = List.copyOf(plan);
  }

  /** True where both sensors were seen with the engine standing. */
  boolean zeroed() {
    return zeroIntake.count() > 0 && zeroExhaust.count() > 0;
  }

  /**
   * By how much more the exhaust's sensor shows of the same air, kPa; 0 where that is not known.
   */
  double apart() {
    return zeroed() ? zeroExhaust.mean() - zeroIntake.mean() : 0;
  }

  /** The same in fewer moments, for a picture. */
  AirDriveSeen forAPage() {
    int step = Math.max(1, (rows.size() + MOST_SHOWN - 1) / MOST_SHOWN);
    List<AirDriveRow> few =
        IntStream.range(0, rows.size())
            .filter(i -> i % step == 0 || i == rows.size() - 1)
            .mapToObj(rows::get)
            .toList();
    return new AirDriveSeen(few, airKpa, airCelsius, zeroIntake, zeroExhaust, plan);
  }
}
