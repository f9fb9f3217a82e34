package hitchlamp.core.trial.airdrive;

import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.trial.Level;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** A drive as a sound engine shows it, with single parts bent. */
final class Drive {
  static final MoveSpec FLAP =
      move(
          "back-pressure",
          true,
          List.of(new MoveSpec.Response("exhaust", 57.7, 2, 1.02, -0.69, 2.11, 0)));
  static final MoveSpec VANES =
      move(
          "turbo",
          false,
          List.of(new MoveSpec.Response("intake", 232.8, 2, 0.96, -0.03, 0.29, 1.76)));
  static final MoveSpec VALVE = move("recirculation", false, List.of());
  static final MoveSpec THROTTLE = move("throttle", false, List.of());
  static final AirDriveSetup SETUP =
      new AirDriveSetup(List.of(FLAP, VANES, VALVE, THROTTLE), 1_500, 250, 800, 7, 550);

  private final List<AirDriveRow> rows = new ArrayList<>();
  private double at;

  /** Where each actuator stands whatever it is told; not a number where it goes there. */
  final double[] stuck = {Double.NaN, Double.NaN, Double.NaN, Double.NaN};

  /** By how much each tells too much. */
  final double[] tells = new double[4];

  double dams = 1;
  double charges = 1;
  double passes = 1;
  double intakeFrozen = Double.NaN;
  double exhaustFrozen = Double.NaN;
  double zeroIntake = 100;
  double zeroExhaust = 100;
  boolean zeroed = true;

  private static MoveSpec move(String id, boolean air, List<MoveSpec.Response> expected) {
    return new MoveSpec(
        id, "The " + id, "", "", id + "-at", id + "-to", 0, 0, 0.4, air, "", expected);
  }

  /** Some seconds in which everything stays as it is. */
  Drive goes(
      double seconds, double pedal, double mg, double intake, double exhaust, double... told) {
    for (int i = 0; i < seconds * 5; i++) {
      List<Double> is = new ArrayList<>();
      for (int k = 0; k < 4; k++) {
        is.add((Double.isNaN(stuck[k]) ? told[k] : stuck[k]) + tells[k]);
      }
      double celsius = 300;
      double clear =
          GasPath.flow(SETUP.valve() * told[2] / 100, SETUP.cooler(), exhaust, intake, celsius);
      rows.add(
          new AirDriveRow(
              at,
              pedal,
              1_500,
              mg,
              Double.isNaN(intakeFrozen) ? intake + zeroIntake - 100 : intakeFrozen,
              Double.isNaN(exhaustFrozen) ? exhaust + zeroExhaust - 100 : exhaustFrozen,
              celsius,
              passes * clear,
              Arrays.stream(told).boxed().toList(),
              is));
      at += Stretches.SECONDS;
    }
    return this;
  }

  Drive pull() {
    return goes(9, 100, 250, 100 + 232.8 * charges, 390, 0, 65, 5, 2);
  }

  Drive coast() {
    return goes(8, 0, 0, 107, 117, 0, 55, 12, 30);
  }

  Drive brake() {
    return goes(8, 0, 0, 101, 117 + 57.7 * dams, 94, 60, 12, 30);
  }

  Drive partLoad() {
    return goes(12, 45, 100, 170, 190, 0, 78, 44, 2);
  }

  static Drive whole(java.util.function.Consumer<Drive> bends) {
    Drive d = new Drive();
    bends.accept(d);
    return d.pull().coast().brake().partLoad();
  }

  List<AirDriveRow> rows() {
    return rows;
  }

  AirDriveSeen seen() {
    return new AirDriveSeen(
        rows,
        100,
        20,
        zeroed ? new Level(20, zeroIntake, 0.3) : Level.NONE,
        zeroed ? new Level(20, zeroExhaust, 0.3) : Level.NONE,
        List.of());
  }
}
