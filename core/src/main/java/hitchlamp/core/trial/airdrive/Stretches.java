package hitchlamp.core.trial.airdrive;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;

/**
 * What of a drive can be judged, cut out of its moments by itself.
 *
 * @param pull moments with the foot down and the charge there
 * @param coast moments with the foot off and the back-pressure valve open
 * @param brake the same with the valve shut by the engine brake
 * @param part moments of a steady opening of the recirculation with a pressure that drives gas
 *     through it
 * @param rests of each actuator, moments in which it was told to stay where it was
 */
record Stretches(
    List<AirDriveRow> pull,
    List<AirDriveRow> coast,
    List<AirDriveRow> brake,
    List<AirDriveRow> part,
    List<List<AirDriveRow>> rests) {
  /** Moves by whose names the parts of a drive are known. */
  static final String BACK_PRESSURE = "back-pressure";

  static final String RECIRCULATION = "recirculation";

  /** A row stands for so long, s. */
  static final double SECONDS = 0.2;

  /** Rows further apart are a gap, s. */
  private static final double GAP = 1;

  private static final double FOOT_DOWN = 80;
  private static final double FOOT_OFF = 3;
  private static final double NO_FUEL_MG = 1.5;

  /** Share of the fuel of a full pull. */
  private static final double PULLS = 0.7;

  /** Charge and turbocharger need so long to follow, s. */
  private static final double FOLLOWS = 3.5;

  /** Of the speed that the pack names, from and to. */
  private static final double SLOWEST = 0.7;

  private static final double FASTEST = 1.2;

  /**
   * The back-pressure valve is shut from this share of its way on, and open below that, percent.
   */
  private static final double SHUT = 80;

  private static final double OPEN = 10;

  /** A command that moves by less than this counts as steady, percent. */
  private static final double STEADY = 4;

  /** Actuators need so long to be there, s. */
  private static final double ARRIVES = 1.4;

  /** What flows through it follows later. */
  private static final double FLOWS = 2.4;

  /** Less open, the valve itself is what holds the gas back, percent. */
  static final double OPEN_ENOUGH = 33;

  /** Pressure over the path from which on its flow tells anything, kPa. */
  private static final double DRIVES_KPA = 8;

  private static final int MEAN_OF = 10;

  /** Gas that changes by less in so many seconds is steady, K. */
  private static final double WARM_FOR = 3;

  private static final double WARM_WITHIN = 15;

  /**
   * Cuts a drive into its parts.
   *
   * @param apart by how much more the exhaust's sensor shows than the intake's of the same air, kPa
   */
  static Stretches of(List<AirDriveRow> rows, double apart, AirDriveSetup setup) {
    int flap = setup.place(BACK_PRESSURE);
    int valve = setup.place(RECIRCULATION);
    List<AirDriveRow> pull = new ArrayList<>();
    List<AirDriveRow> coast = new ArrayList<>();
    List<AirDriveRow> brake = new ArrayList<>();
    List<AirDriveRow> part = new ArrayList<>();
    List<List<AirDriveRow>> rests = new ArrayList<>();
    setup.moves().forEach(m -> rests.add(new ArrayList<>()));
    double[] since = new double[setup.moves().size()];
    double[] from = new double[since.length];
    Arrays.fill(from, Double.NaN);
    double pulls = Double.NaN;
    double rolls = Double.NaN;
    double dams = Double.NaN;
    double last = Double.NEGATIVE_INFINITY;
    for (AirDriveRow r : rows) {
      boolean gap = r.at() - last > GAP;
      last = r.at();
      if (gap) {
        pulls = Double.NaN;
        rolls = Double.NaN;
        dams = Double.NaN;
        Arrays.fill(from, Double.NaN);
      }
      boolean at = r.rpm() >= SLOWEST * setup.rpm() && r.rpm() <= FASTEST * setup.rpm();
      boolean down = at && r.pedal() >= FOOT_DOWN && r.mg() >= PULLS * setup.full();
      boolean off = at && r.pedal() <= FOOT_OFF && r.mg() <= NO_FUEL_MG;
      double told = flap < 0 ? Double.NaN : r.commanded().get(flap);
      pulls = begun(down, pulls, r.at());
      rolls = begun(off && told <= OPEN, rolls, r.at());
      dams = begun(off && told >= SHUT, dams, r.at());
      if (r.at() - pulls >= FOLLOWS) {
        pull.add(r);
      }
      if (r.at() - rolls >= FOLLOWS) {
        coast.add(r);
      }
      if (r.at() - dams >= FOLLOWS) {
        brake.add(r);
      }
      for (int i = 0; i < from.length; i++) {
        double wanted = r.commanded().get(i);
        if (!(Math.abs(wanted - from[i]) <= STEADY)) {
          from[i] = wanted;
          since[i] = r.at();
        } else if (r.at() - since[i] >= ARRIVES && Double.isFinite(r.measured().get(i))) {
          rests.get(i).add(r);
        }
      }
      boolean warm = settled(rows, r);
      boolean steady = valve >= 0 && r.at() - since[valve] >= FLOWS;
      if (steady && warm) {
        AirDriveRow mean = mean(rows, r);
        if (mean.measured().get(valve) >= OPEN_ENOUGH
            && mean.exhaust() - mean.intake() - apart >= DRIVES_KPA
            && Double.isFinite(mean.flow())) {
          part.add(mean);
        }
      }
    }
    return new Stretches(pull, coast, brake, part, rests);
  }

  /** True where the gas has kept its temperature: its sensor follows slowly. */
  private static boolean settled(List<AirDriveRow> rows, AirDriveRow now) {
    int at = Collections.binarySearch(rows, now, Comparator.comparingDouble(AirDriveRow::at));
    int before = at - (int) (WARM_FOR / SECONDS);
    return before >= 0 && Math.abs(now.celsius() - rows.get(before).celsius()) <= WARM_WITHIN;
  }

  /** Mean of the moments before one: by single ones noise would choose those that it lifts. */
  private static AirDriveRow mean(List<AirDriveRow> rows, AirDriveRow now) {
    int at = Collections.binarySearch(rows, now, Comparator.comparingDouble(AirDriveRow::at));
    List<AirDriveRow> last = rows.subList(Math.max(0, at + 1 - MEAN_OF), at + 1);
    return new AirDriveRow(
        now.at(),
        now.pedal(),
        now.rpm(),
        now.mg(),
        mean(last, AirDriveRow::intake),
        mean(last, AirDriveRow::exhaust),
        mean(last, AirDriveRow::celsius),
        mean(last, AirDriveRow::flow),
        now.commanded(),
        IntStream.range(0, now.measured().size())
            .mapToObj(i -> mean(last, r -> r.measured().get(i)))
            .toList());
  }

  private static double mean(List<AirDriveRow> rows, ToDoubleFunction<AirDriveRow> value) {
    return rows.stream().mapToDouble(value).average().orElse(Double.NaN);
  }

  private static double begun(boolean goesOn, double since, double at) {
    return goesOn ? Double.isNaN(since) ? at : since : Double.NaN;
  }

  /** How far a drive is with what it is to show. */
  List<DriveStage> plan(AirDriveSetup setup) {
    List<DriveStage> plan = new ArrayList<>();
    plan.add(stage(DriveStage.Kind.PULL, pull));
    if (setup.place(BACK_PRESSURE) >= 0) {
      plan.add(stage(DriveStage.Kind.COAST, coast));
      plan.add(stage(DriveStage.Kind.BRAKE, brake));
    }
    if (setup.place(RECIRCULATION) >= 0) {
      plan.add(stage(DriveStage.Kind.PART, part));
    }
    return plan;
  }

  private static DriveStage stage(DriveStage.Kind kind, List<AirDriveRow> rows) {
    double wanted =
        switch (kind) {
          case ZERO -> AirDriveScript.ZERO_SECONDS;
          case PULL -> 4;
          case COAST -> 2;
          case BRAKE -> 3;
          case PART -> 6;
        };
    return new DriveStage(kind, Math.rint(rows.size() * SECONDS * 10) / 10, wanted);
  }

  /** Median of a value; not a number where fewer than five moments tell it. */
  static double median(List<AirDriveRow> rows, ToDoubleFunction<AirDriveRow> value) {
    double[] all = rows.stream().mapToDouble(value).filter(Double::isFinite).sorted().toArray();
    return all.length < 5 ? Double.NaN : all[all.length / 2];
  }
}
