package hitchlamp.grade;

import hitchlamp.core.bus.Link;
import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.RollCall;
import hitchlamp.core.j1939.AddressClaim;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackShelf;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.CutoutTrial;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * How soon all cylinders fire again after each way in which a cutout can end, on simulated trucks
 * in lock-step, another truck each time.
 */
final class CutoutReleases {
  private static final int TRIES = 50;
  private static final long SECOND = 1_000_000;

  private final Report report;

  CutoutReleases(Report report) {
    this.report = report;
  }

  private enum Way {
    RELEASE("released by hand (Esc, the strip)", 0.2),
    BROWSER("the browser is gone (3 s after its last sign)", 3.3),
    GONE("nothing is sent any more: link lost, or server killed (session of 5 s)", 5.3);

    private final String words;
    private final double allowed;

    Way(String words, double allowed) {
      this.words = words;
      this.allowed = allowed;
    }
  }

  void measure() throws InterruptedException {
    report.say(
        "Cylinder cutout on "
            + TRIES
            + " simulated trucks for each way out, in virtual time: from that moment until all cylinders fire.");
    report.head("way out", "tries", "median, s", "worst, s", "allowed, s");
    for (Way way : Way.values()) {
      List<Double> all = new ArrayList<>();
      for (int i = 0; i < TRIES; i++) {
        all.add(once(way, 1_000 + i));
      }
      double[] sorted = Installation.sorted(all);
      report
          .row(
              way.words,
              TRIES,
              Installation.at(sorted, 0.5),
              Installation.at(sorted, 1),
              way.allowed)
          .keep("release" + way.name(), Installation.at(sorted, 1));
    }
    report.end();
  }

  private static double once(Way way, int seed) throws InterruptedException {
    SimUnit unit =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: c\ntitle: C\nunit: road-truck\nseed: "
                    + seed
                    + "\nvin: SMW0TPR1400018204\nhistory: {hours: 4000}\nstart: {key-on: yes, engine: yes}\n"));
    Pack pack = PackShelf.read(Path.of("packs")).with("orrendale-haulward");
    unit.runUntil(20 * SECOND);
    try (Link link = new LockStepLink(unit, f -> {})) {
      Station station =
          new Station(Reading.OWN, 250_000, false, link::send, new Station.Listener() {});
      station.start(unit.now());
      long limit = unit.now() + 600 * SECOND;
      LockStep.run(
          link, station, limit, () -> station.claim().state() == AddressClaim.State.CLAIMED);
      RollCall call = new RollCall(pack, false);
      station.run(call);
      LockStep.run(link, station, limit, call::finished);
      Roll roll = call.result();
      FaultTarget engine =
          roll.faultTargets(pack).stream()
              .filter(t -> t.kind().equals("engine"))
              .findFirst()
              .orElseThrow();
      CutoutTrial trial = new CutoutTrial(pack, engine.address(), station.address());
      station.run(trial);
      pass(link, station, trial, 4);
      station.say(trial, CutoutTrial.BEGIN);
      pass(link, station, trial, 2);
      station.say(trial, "off " + (1 + seed % 6));
      pass(link, station, trial, 1 + seed % 7 * 0.3);
      if (unit.cutOut("engine") == 0) {
        throw new IllegalStateException("no cylinder is off: " + trial.result().says());
      }
      long at = unit.now();
      switch (way) {
        case RELEASE -> {
          station.releaseAll();
          trial.released();
          LockStep.run(link, station, at + 10 * SECOND, () -> unit.cutOut("engine") == 0);
        }
        case BROWSER -> {
          station.say(trial, CutoutTrial.ALIVE);
          LockStep.run(link, station, at + 10 * SECOND, () -> unit.cutOut("engine") == 0);
        }
        default -> {
          while (unit.cutOut("engine") != 0 && unit.now() < at + 10 * SECOND) {
            unit.runUntil(unit.now() + 10_000);
          }
        }
      }
      return unit.cutOut("engine") == 0 ? (unit.now() - at) / 1e6 : Double.POSITIVE_INFINITY;
    }
  }

  private static void pass(Link link, Station station, CutoutTrial trial, double seconds)
      throws InterruptedException {
    long until = station.now() + Math.round(seconds * SECOND);
    while (station.now() < until) {
      station.say(trial, CutoutTrial.ALIVE);
      LockStep.run(link, station, Math.min(until, station.now() + SECOND), () -> false);
    }
  }
}
