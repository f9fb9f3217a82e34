package hitchlamp.core.trial.airdrive;

import java.util.List;

/**
 * Gas through a valve and a cooler in a row: how much goes through of what a clear one lets pass.
 * Flow through an opening after Guzzella and Onder, Introduction to Modeling and Control of
 * Internal Combustion Engine Systems, 2.3.
 */
final class GasPath {
  private static final double R = 287;
  private static final double ZERO_C = 273.15;
  private static final double PASCAL = 1e3;
  private static final double SQUARE_MM = 1e-6;
  private static final double AN_HOUR = 3_600;
  private static final double CRITICAL = 0.5;

  private GasPath() {}

  /**
   * What flows through openings in a row, kg/h.
   *
   * @param valve effective area of the valve as it stands, mm²
   * @param cooler of the cooler behind it
   * @param before pressure before both, kPa
   * @param behind pressure behind both
   * @param celsius gas before them
   */
  static double flow(double valve, double cooler, double before, double behind, double celsius) {
    double area = SQUARE_MM * valve * cooler / Math.hypot(valve, cooler);
    double ratio = Math.max(CRITICAL, Math.min(1, behind / before));
    double psi = Math.sqrt(2 * ratio * (1 - ratio));
    return AN_HOUR * area * PASCAL * before / Math.sqrt(R * (celsius + ZERO_C)) * psi;
  }

  /**
   * Share of a clear path's gas over some moments; not a number where they tell nothing.
   *
   * @param apart by how much more the exhaust's sensor shows than the intake's of the same air, kPa
   * @param place of the valve among the moves
   */
  static double free(List<AirDriveRow> rows, double apart, AirDriveSetup setup, int place) {
    double told = 0;
    double clear = 0;
    for (AirDriveRow r : rows) {
      double opening = setup.valve() * r.measured().get(place) / 100;
      double of = flow(opening, setup.cooler(), r.exhaust() - apart, r.intake(), r.celsius());
      if (Double.isFinite(of)) {
        told += r.flow();
        clear += of;
      }
    }
    return clear > 0 ? told / clear : Double.NaN;
  }
}
