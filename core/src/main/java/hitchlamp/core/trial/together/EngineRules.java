package hitchlamp.core.trial.together;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Rules of what tests of air path, actuators, cooler and rail mean together with the agreement of
 * sensors, standing faults and cylinders, each with its reason: common practice, no source.
 */
public final class EngineRules {
  private static final List<String> ACTUATORS =
      List.of("throttle", "recirculation", "back-pressure", "turbo");
  private static final String PATH = "recirculation-path";
  private static final String PIPES = "pipes";
  private static final String TURBOCHARGER = "turbocharger";
  private static final String ELSEWHERE = "elsewhere";
  private static final String OPEN = "open";

  /** Charge, and speed of the turbocharger (SAE J1939-71, from memory). */
  private static final int[] CHARGE = {102, 103};

  /** Rail, delivery pressure, filter. */
  private static final int[] FUEL = {157, 94, 95};

  private static final int INTAKE = 102;
  private static final int EXHAUST = 1209;

  private final EngineEvidence e;
  private final List<EngineFinding> all = new ArrayList<>();

  private EngineRules(EngineEvidence e) {
    this.e = e;
  }

  /** What is known of an engine means; none where too little is known. */
  public static List<EngineFinding> of(EngineEvidence e) {
    return new EngineRules(e).findings();
  }

  private List<EngineFinding> findings() {
    if (sensorsFirst()) {
      return List.copyOf(all);
    }
    ACTUATORS.forEach(this::actuator);
    path();
    charge();
    rail();
    return List.copyOf(all);
  }

  /** A sensor that disagrees cold is no witness of the air path. */
  private boolean sensorsFirst() {
    for (int spn : new int[] {INTAKE, EXHAUST}) {
      if (e.failed(EngineEvidence.AGREEMENT, String.valueOf(spn))
          && e.ran(EngineEvidence.AIR_PATH)) {
        add(
            spn == INTAKE ? "intake-sensor" : "exhaust-sensor",
            say(spn == INTAKE ? "intake-disagrees" : "exhaust-disagrees"),
            say("sensor-first"),
            EngineEvidence.AIR_PATH);
        return true;
      }
    }
    return false;
  }

  private void actuator(String id) {
    if (!e.failed(EngineEvidence.AIR_PATH, id)) {
      if (e.failed(EngineEvidence.ACTUATOR, id) && e.passed(EngineEvidence.AIR_PATH)) {
        add(
            id,
            say("slow-but-answered", title(EngineEvidence.ACTUATOR, id)),
            say("clean-it-at-service"),
            "");
      }
      return;
    }
    String title = title(EngineEvidence.AIR_PATH, id);
    if (e.failed(EngineEvidence.ACTUATOR, id)) {
      add(id, say("fails-both", title), say("mend-the-actuator", title), "");
    } else if (e.of(EngineEvidence.ACTUATOR, id).equals(Optional.of(Verdict.PASS))) {
      add(
          id,
          say("moves-cold-not-running", title),
          say("move-it-hot", title),
          EngineEvidence.ACTUATOR);
    } else {
      add(OPEN, say("fails-running", title), say("move-it-alone", title), EngineEvidence.ACTUATOR);
    }
  }

  private String title(String kind, String part) {
    return e.told(kind).flatMap(j -> j.part(part)).map(Judgement.Part::title).orElse(part);
  }

  private void path() {
    boolean cooling = e.failed(EngineEvidence.COOLER, "cooling");
    if (e.failed(EngineEvidence.AIR_PATH, PATH)) {
      if (e.failed(EngineEvidence.COOLER, "flow")) {
        add(PATH, say("path-and-cooler"), say("clean-the-cooler"), "");
      } else if (e.passed(EngineEvidence.COOLER)) {
        add(OPEN, say("path-and-not-cooler"), say("look-at-valve-and-pipes"), "");
      } else {
        add(OPEN, say("path-only"), say("cooler-next"), EngineEvidence.COOLER);
      }
    } else if (cooling) {
      add("cooling", say("cools-too-little"), say("flush-the-cooler"), "");
    }
  }

  private void charge() {
    boolean low = e.stands(CHARGE);
    if (e.failed(EngineEvidence.AIR_PATH, PIPES)) {
      add(PIPES, say(low ? "leak-explains-charge" : "leak"), say("press-the-pipes"), "");
    } else if (e.failed(EngineEvidence.AIR_PATH, TURBOCHARGER)) {
      add(TURBOCHARGER, say("tight-and-weak"), say("look-at-the-turbocharger"), "");
    } else if (low && e.passed(EngineEvidence.AIR_PATH)) {
      boolean fuel = e.passed(EngineEvidence.RAIL);
      add(
          ELSEWHERE,
          say(fuel ? "air-and-fuel-in-order" : "air-in-order"),
          say("record-a-pull"),
          fuel ? "" : EngineEvidence.RAIL);
    }
  }

  private void rail() {
    List<String> weak = e.weakCylinders();
    boolean works = e.failed(EngineEvidence.RAIL, "high-pressure");
    boolean leaks = e.failed(EngineEvidence.RAIL, "rail-leak");
    if ((works || leaks) && weak.size() == 1) {
      add(
          "injector",
          say(leaks ? "leak-and-one-weak" : "works-hard-and-one-weak", weak.get(0)),
          say("measure-that-return", weak.get(0)),
          "");
    } else if (works && weak.isEmpty()) {
      boolean ran = e.ran(EngineEvidence.CONTRIBUTION);
      add(
          OPEN,
          say(ran ? "works-hard-and-alike" : "works-hard"),
          say(ran ? "returns-then-pump" : "cutout-next"),
          ran ? "" : EngineEvidence.CONTRIBUTION);
    }
    for (String part : List.of("fuel-filter", "lift-pump")) {
      if (e.failed(EngineEvidence.RAIL, part) && e.stands(FUEL)) {
        add(
            part,
            say("supply-explains", title(EngineEvidence.RAIL, part)),
            say("mend-then-again"),
            "");
      }
    }
  }

  private void add(String points, Said says, Said next, String test) {
    all.add(new EngineFinding(points, says, next, test));
  }

  private static Said say(String name, Object... with) {
    return EngineWords.said(name, with);
  }
}
