package hitchlamp.core.trial.regeneration;

import hitchlamp.core.trial.filter.LossFit;
import hitchlamp.core.trial.regeneration.RegenerationSetup.Corridor;
import java.util.ArrayList;
import java.util.List;

/** Courses of a regeneration for tests: what each minute tells is stated, the rest is usual. */
final class Burns {
  static final RegenerationSetup SETUP =
      new RegenerationSetup(
          List.of(1, 2, 3, 4),
          new Corridor(290, 345),
          new Corridor(480, 560),
          new Corridor(480, 590),
          12,
          276,
          190,
          68,
          0.75,
          3.6);

  /** Share of the soot that burns in a second, about that of a hot filter. */
  static final double RATE = 0.0012;

  private final List<BurnRow> rows = new ArrayList<>();
  private double soot = 76;
  double in = 318;
  double out = 530;
  double behind = 540;
  double doser = 205;
  double duty = 100;
  double coolant = 84;

  /** Kilopascals that the filter loses beside those of its soot. */
  double more;

  /** What the sensor shows without flow. */
  double zero;

  List<BurnRow> rows() {
    return rows;
  }

  double soot() {
    return soot;
  }

  /** So many minutes of a stage. */
  Burns minutes(BurnStage stage, double minutes) {
    for (int i = 0; i < minutes * 30; i++) {
      if (stage == BurnStage.BURN) {
        soot *= 1 - 2 * RATE;
      }
      double filterC = stage == BurnStage.WARM_UP ? Math.min(360, 120 + 2.0 * i) : behind;
      double loss = SETUP.cleanKpa() + (SETUP.fullKpa() - SETUP.cleanKpa()) * soot / 100;
      rows.add(
          new BurnRow(
              2.0 * rows.size(),
              stage,
              in,
              stage == BurnStage.BURN || out < 480 ? out : 320,
              filterC,
              stage == BurnStage.WARM_UP ? 0 : doser,
              stage == BurnStage.WARM_UP || stage == BurnStage.COOL_DOWN ? 0 : duty,
              soot,
              zero + (loss + more) * Math.pow((filterC + 273.15) / 803.15, 1.7),
              LossFit.FLOW,
              coolant));
    }
    return this;
  }

  /** The whole of a sound one. */
  Burns whole() {
    minutes(BurnStage.WARM_UP, 4).minutes(BurnStage.LIGHT_OFF, 3);
    while (soot > SETUP.cleanPercent()) {
      minutes(BurnStage.BURN, 0.5);
    }
    return minutes(BurnStage.COOL_DOWN, 3);
  }

  RegenerationSeen seen(boolean answered, boolean done, String says) {
    return new RegenerationSeen(
        rows, BurnStage.NONE, java.util.Optional.empty(), null, answered, done, says);
  }
}
