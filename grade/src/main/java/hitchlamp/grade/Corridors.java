package hitchlamp.grade;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.model.EngineParameters;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/** The engine in the states of its life, nominal and drawn, beside what a real one shows. */
final class Corridors {
  /** Units that are drawn beside the nominal one. */
  static final int UNITS = 50;

  private static final double WIDER = 0.22;

  /**
   * One figure of one state.
   *
   * @param least and most of the drawn units
   * @param outside units outside of the corridor: the nominal one in it, drawn ones in the wider
   */
  record Row(
      String state,
      String figure,
      double nominal,
      double least,
      double most,
      double low,
      double high,
      int outside) {}

  /** What is looked at, and between what it should be. */
  private record Figure(String state, String name, double low, double high) {}

  private Corridors() {}

  static List<Row> of(long seed) {
    List<EngineParameters> units = new ArrayList<>();
    units.add(EngineParameters.nominal());
    IntStream.range(0, UNITS)
        .forEach(i -> units.add(EngineParameters.of(new SplittableRandom(seed * 1_000 + i))));
    List<Map<Figure, Double>> seen = units.parallelStream().map(Corridors::live).toList();
    List<Row> rows = new ArrayList<>();
    for (Figure f : seen.get(0).keySet()) {
      double[] drawn = seen.stream().skip(1).mapToDouble(m -> m.get(f)).sorted().toArray();
      double nominal = seen.get(0).get(f);
      double span = WIDER * Math.max(Math.abs(f.low), Math.abs(f.high));
      int outside = nominal < f.low || nominal > f.high ? 1 : 0;
      for (double d : drawn) {
        outside += d < f.low - span || d > f.high + span ? 1 : 0;
      }
      rows.add(
          new Row(
              f.state, f.name, nominal, drawn[0], drawn[drawn.length - 1], f.low, f.high, outside));
    }
    return rows;
  }

  private static Map<Figure, Double> live(EngineParameters p) {
    Map<Figure, Double> seen = new LinkedHashMap<>();
    EngineRig idle = new EngineRig(p, 600, 0.2).run(90);
    put(seen, "idle", "fuel, kg/h", 1.6, 2.6, idle.state.commandedKgPerHour());
    put(seen, "idle", "before the turbine, °C", 120, 200, idle.state.exhaustC);
    put(seen, "idle", "crankcase, kPa", 0.2, 0.8, idle.state.crankcaseKpa);
    put(seen, "idle", "rail, MPa", 40, 55, idle.state.railMpa);
    EngineRig full = new EngineRig(p, 1_400, 0.2);
    full.state.pedal = 1;
    full.state.vehicleKmh = 60;
    full.pull(1_400, 150);
    String state = "full load, 1,400 rpm";
    double charge = full.state.intakeKpa - full.state.ambientKpa;
    put(seen, state, "torque, N·m", 2_200, 2_500, full.torque());
    put(seen, state, "charge, kPa", 230, 265, charge);
    put(seen, state, "turbocharger, 1,000 rpm", 100, 112, full.state.turboRpm / 1e3);
    put(seen, state, "behind the charge cooler, °C", 45, 60, full.state.chargeC);
    put(
        seen,
        state,
        "exhaust over intake, kPa",
        20,
        80,
        full.state.exhaustKpa - full.state.intakeKpa);
    put(
        seen,
        state,
        "fuel, g/kWh",
        190,
        205,
        full.state.commandedKgPerHour() * 1e3 / full.kilowatts());
    put(seen, state, "before the turbine, °C", 480, 650, full.state.exhaustC);
    put(seen, state, "rail, MPa", 230, 260, full.state.railMpa);
    put(seen, state, "crankcase, kPa", 0.5, 2.5, full.state.crankcaseKpa);
    cruise(seen, p);
    parked(seen, p);
    return seen;
  }

  private static void cruise(Map<Figure, Double> seen, EngineParameters p) {
    EngineRig rig = new EngineRig(p, 1_250, 0.2);
    rig.state.vehicleKmh = 88;
    rig.at(1_250, 88, 60);
    Aftertreatment a = rig.engine.after();
    String state = "cruise, 88 km/h";
    put(seen, state, "NOx before the SCR, ppm", 185, 200, a.noxIn() * 1e6);
    double told = (a.scr().noxOut() + 0.85 * a.scr().ammoniaOut()) * 1e6;
    put(seen, state, "NOx behind it as a sensor sees it, ppm", 5, 35, told);
    put(seen, state, "SCR, °C", 250, 350, a.scr().wallK() - Gas.ZERO_C);
  }

  private static void parked(Map<Figure, Double> seen, EngineParameters p) {
    EngineRig rig = new EngineRig(p, 600, 0.8).run(60);
    Aftertreatment a = rig.engine.after();
    a.heatUp().ask();
    String state = "parked regeneration";
    rig.run(1_200);
    put(seen, state, "speed, rpm", 1_000, 1_100, rig.state.rpm());
    put(seen, state, "before the catalyst, °C", 300, 330, a.pipe().outK() - Gas.ZERO_C);
    put(seen, state, "behind it, °C", 480, 540, a.catalyst().cell().outK() - Gas.ZERO_C);
    put(seen, state, "behind the filter, °C", 535, 555, a.filter().cell().outK() - Gas.ZERO_C);
    put(seen, state, "doser, kPa", 138, 241, a.doser().pascal() / 1e3);
    double minutes = 20;
    while (a.heatUp().end() == HeatUp.End.NONE && minutes < 90) {
      rig.run(60);
      minutes++;
    }
    put(seen, state, "minutes", 25, 40, minutes);
  }

  private static void put(
      Map<Figure, Double> seen, String state, String name, double low, double high, double v) {
    seen.put(new Figure(state, name, low, high), v);
  }
}
