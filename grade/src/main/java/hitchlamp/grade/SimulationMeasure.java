package hitchlamp.grade;

import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Duty;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.EngineSolver;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.HistorySolver;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;

/** How fast the simulation is, what it keeps, and how like an engine it is. */
final class SimulationMeasure {
  private final long seed;
  private final int count;

  /**
   * @param seed first seed
   * @param count runs of each pace
   */
  SimulationMeasure(long seed, int count) {
    this.seed = seed;
    this.count = count;
  }

  void measure(boolean json) throws IOException {
    Scenario base = Scenario.read(Path.of("standin/scenarios/tipper-9.yaml"));
    double[] pace = new double[count];
    double[] rates = new double[count];
    double seconds = 300;
    for (int i = -1; i < count; i++) {
      SimUnit unit = new SimUnit(base.withSeed(seed + Math.max(0, i)));
      long[] frames = {0};
      unit.bus().listen((stamped, sender) -> frames[0]++);
      long start = System.nanoTime();
      unit.runUntil((long) (seconds * 1e6));
      double took = (System.nanoTime() - start) / 1e9;
      if (i >= 0) {
        pace[i] = seconds / took;
        rates[i] = frames[0] / seconds;
      }
    }
    double[] history = new double[count];
    for (int i = -1; i < count; i++) {
      long start = System.nanoTime();
      new HistorySolver(
              new EngineSolver(EngineParameters.nominal(), new SplittableRandom(2)),
              new Condition(),
              0.2,
              Scenario.History.USUAL_RUN,
              Duty.HAULING)
          .live(
              0,
              2_000,
              new EngineState(),
              new SplittableRandom(seed + i),
              new HistorySolver.Witness() {
                @Override
                public void step(double hours, double s, EngineState state) {}

                @Override
                public void coldStart(double hours, EngineState state) {}

                @Override
                public void warmedUp(double hours) {}
              });
      if (i >= 0) {
        history[i] = 2_000 * 3600 / ((System.nanoTime() - start) / 1e9);
      }
    }
    double[] lived = new double[count];
    for (int i = -1; i < count; i++) {
      Scenario s = base.withSeed(seed + Math.max(0, i));
      Scenario longer =
          new Scenario(
              s.id(),
              s.title(),
              s.unit(),
              s.seed(),
              s.vin(),
              s.ambientC(),
              s.ambientKpa(),
              s.bus(),
              s.defects(),
              new Scenario.History(9_000, 11_000, 0),
              s.trouble(),
              s.start(),
              List.of());
      long start = System.nanoTime();
      new SimUnit(longer);
      if (i >= 0) {
        lived[i] = 2_000 * 3600 / ((System.nanoTime() - start) / 1e9);
      }
    }
    Report report = new Report("simulation", "The simulation: pace, balances, corridors");
    report
        .say(
            "One road truck with its engine running and every frame of its bus, in process on one core, "
                + (int) seconds
                + " s of virtual time, "
                + count
                + " runs after one that is not counted. The history is 2,000 engine hours in steps of 20 s, by its solver alone and with sensors and monitors looking on.")
        .head("figure", "median", "slowest", "aim")
        .row("times real time, all frames", Report.median(pace), Report.percentile(pace, 0), "300")
        .row("frames a second of bus time", Report.median(rates), Report.percentile(rates, 0), "")
        .row(
            "history solver alone, times real time",
            Report.median(history),
            Report.percentile(history, 0),
            "50,000")
        .row(
            "history with sensors and monitors, times real time",
            Report.median(lived),
            Report.percentile(lived, 0),
            "50,000")
        .end();
    Balances balances = Balances.of(seed);
    report.say(balances.says()).head("balance", "off by");
    balances
        .rows()
        .forEach((what, off) -> report.row(what, String.format(Locale.ROOT, "%.4f %%", off * 100)));
    report.end();
    report
        .say(
            "The engine in the states of its life: the nominal unit, and the least and most of "
                + Corridors.UNITS
                + " drawn ones. The corridor is that of the nominal unit (common practice, no source); drawn ones may leave it by 22 % of its greater end.")
        .head("state", "figure", "nominal", "least", "most", "corridor", "outside");
    List<Corridors.Row> rows = Corridors.of(seed);
    for (Corridors.Row r : rows) {
      report.row(
          r.state(),
          r.figure(),
          r.nominal(),
          r.least(),
          r.most(),
          r.low() + " to " + r.high(),
          r.outside());
    }
    report
        .end()
        .keep("pace", pace)
        .keep("history", history)
        .keep("lived", lived)
        .keep("outside", rows.stream().mapToInt(Corridors.Row::outside).sum())
        .finish(json);
  }
}
