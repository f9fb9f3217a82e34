package hitchlamp.core.trial.airpath;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What a run of the air path comes to, actuator by actuator and read together. */
final class AirPathJudge {
  /** Figures: where the actuator was told to go and where it was, its place counted from 1. */
  static final String POSITION = "position";

  static final String BACK = "back";

  /** What the charge, the exhaust's pressure and the recirculated gas answered, and percent. */
  static final String INTAKE = "intake";

  static final String EXHAUST = "exhaust";
  static final String FLOW = "flow";

  /** What is expected of each. */
  static final String EXPECTED = "-expected";

  /** Time to two thirds of it, s. */
  static final String LASTED = "-seconds";

  /** Charge that the turbocharger makes at its speed, percent of a nominal one's. */
  static final String HEAD = "head";

  static final String CHARGE = "charge";

  /** A position sensor and its actuator agree within so much of the way. */
  private static final double POSITION_SHARE = 0.06;

  private static final double POSITION_LEAST = 2.5;

  /** Of a nominal unit's answer so much counts as an answer; sound ones give 0.8 to 1.25. */
  private static final double ANSWERS = 0.6;

  /** So much later than usual is late: the readings themselves come a few times a second. */
  private static final double LATE = 2.5;

  private static final double LATE_SECONDS = 1;

  /** Less than this is no answer. */
  private static final double SILENT = 0.25;

  /** The speed may be off by so much: pressures go with it. */
  private static final double SPEED_RPM = 45;

  /** Noise and drift may be this share of what is expected. */
  private static final double UNSURE = 0.2;

  /** Recirculated gas, with its pressure behind it: sound ones give more, 40 % blocked less. */
  private static final double PATH_FREE = 0.905;

  private static final double FLOW_WEIGHT = 0.75;

  /** Where pressures answer in full the flow's own sensor is not believed. */
  private static final double PRESSURES_FULL = 0.97;

  private static final double FLOW_OFF = 0.86;

  /** Charge at a speed of the turbocharger: sound ones 0.985 to 1.015, a leak of 10 % 0.97. */
  private static final double TIGHT = 0.972;

  private static final double PERHAPS_TIGHT = 0.979;

  /** Less charge than this at raised idle, though what it makes at its speed is in place. */
  private static final double STRONG = 0.76;

  /**
   * Of the charge that is missing, so much is missing at the speed of the turbocharger too: with a
   * leak 0.25 to 0.5, with one that turns hard up to 0.07. Between them the line is drawn.
   */
  private static final double LEAKS_FROM = 0.15;

  private final AirPathSetup setup;
  private final AirSeen seen;
  private final boolean zeroed;
  private final List<AirMove> moves = new ArrayList<>();

  /** Control of an actuator that is not where it is sent: what answers the others is not known. */
  private Optional<String> away = Optional.empty();

  private final List<Measured> figures = new ArrayList<>();
  private final List<Judgement.Part> parts = new ArrayList<>();

  private AirPathJudge(AirPathSetup setup, AirSeen seen) {
    this.setup = setup;
    this.seen = seen;
    this.zeroed = seen.zeroIntake().count() > 0 && seen.zeroExhaust().count() > 0;
    AirMove.Gauge gauge =
        new AirMove.Gauge(zeroed ? seen.zeroIntake().mean() : seen.airKpa(), seen.airKpa());
    for (int i = 0; i < setup.moves().size(); i++) {
      moves.add(AirMove.of(setup, seen, i, gauge));
    }
  }

  static Judgement of(AirPathSetup setup, AirSeen seen) {
    return new AirPathJudge(setup, seen).judge();
  }

  private Judgement judge() {
    for (int i = 0; i < moves.size(); i++) {
      figures(i, moves.get(i));
    }
    if (zeroed && offZero()) {
      return whole();
    }
    if (Double.isNaN(seen.airKpa()) || Double.isNaN(seen.airCelsius())) {
      return new Judgement(
          Verdict.CANNOT_TELL, say("air-not-known"), figures, say("read-the-faults"));
    }
    boolean dead = deadSensor();
    if (!dead) {
      away = moves.stream().filter(this::away).map(m -> m.spec().control()).findFirst();
      for (AirMove m : moves) {
        one(m);
      }
      if (away.isEmpty()) {
        tight();
      }
    }
    return whole();
  }

  /** Both show the same air: one that does not is off, and nothing of the rest is believed. */
  private boolean offZero() {
    double intake = seen.zeroIntake().mean();
    double exhaust = seen.zeroExhaust().mean();
    double zero = setup.zeroKpa();
    figures.add(zeroOf("zero-intake", intake - seen.airKpa()));
    figures.add(zeroOf("zero-exhaust", exhaust - seen.airKpa()));
    boolean intakeOff = Math.abs(intake - seen.airKpa()) > zero;
    boolean exhaustOff = Math.abs(exhaust - seen.airKpa()) > zero;
    if (intakeOff && exhaustOff) {
      part("barometer", Verdict.CANNOT_TELL, say("both-off"), say("test-the-supply"));
    } else if (intakeOff) {
      part(
          "intake-sensor",
          Verdict.FAIL,
          say("sensor-off", kpa(intake - seen.airKpa())),
          say("renew-the-sensor"));
    } else if (exhaustOff) {
      part(
          "exhaust-sensor",
          Verdict.FAIL,
          say("sensor-off", kpa(exhaust - seen.airKpa())),
          say("renew-the-sensor"));
    }
    return intakeOff || exhaustOff;
  }

  private Measured zeroOf(String name, double off) {
    return Measured.limited(name, 0, off, Unit.KILOPASCAL, -setup.zeroKpa(), setup.zeroKpa());
  }

  /** A pressure that answers none of the moves while the other answers all is not measured. */
  private boolean deadSensor() {
    List<AirMove> whole = moves.stream().filter(AirMove::whole).toList();
    if (whole.size() < 3) {
      return false;
    }
    boolean intake = anyAnswer(whole, INTAKE);
    boolean exhaust = anyAnswer(whole, EXHAUST);
    boolean positions = whole.stream().filter(m -> m.went() > 1 - ANSWERS).count() >= 2;
    if (!intake && !exhaust && positions) {
      part("sensors", Verdict.FAIL, say("nothing-answers"), say("test-the-supply"));
    } else if (!intake && exhaust) {
      part("intake-sensor", Verdict.FAIL, say("it-never-moves"), say("renew-the-sensor"));
    } else if (intake && !exhaust) {
      part("exhaust-sensor", Verdict.FAIL, say("it-never-moves"), say("renew-the-sensor"));
    } else {
      return false;
    }
    return true;
  }

  private static boolean anyAnswer(List<AirMove> whole, String of) {
    return whole.stream().anyMatch(m -> Math.abs(m.of(of).ratio()) > SILENT);
  }

  private void one(AirMove m) {
    MoveSpec spec = m.spec();
    String id = spec.control();
    int refused = seen.refused().indexOf(spec.id());
    if (refused >= 0) {
      part(
          id,
          spec.title(),
          Verdict.CANNOT_TELL,
          say("was-refused", seen.reasons().get(refused)),
          say("mend-what-refuses"));
      return;
    }
    if (!m.whole()) {
      part(id, spec.title(), Verdict.CANNOT_TELL, say("not-moved-yet"), say("test-again"));
      return;
    }
    double way = Math.abs(spec.to() - spec.base());
    double near = Math.max(POSITION_LEAST, POSITION_SHARE * way);
    if (m.speed() > SPEED_RPM) {
      part(id, spec.title(), Verdict.CANNOT_TELL, say("speed-not-held"), say("leave-the-pedal"));
      return;
    }
    if (m.others() > near) {
      part(id, spec.title(), Verdict.CANNOT_TELL, say("others-moved"), say("test-again"));
      return;
    }
    List<AirMove.Answer> told =
        m.answers().stream().filter(a -> !a.of().equals(AirMove.HEAD)).toList();
    if (told.stream().noneMatch(a -> a.told(UNSURE))) {
      part(id, spec.title(), Verdict.CANNOT_TELL, say("too-restless"), say("warm-and-again"));
      return;
    }
    double answer =
        told.stream()
            .filter(a -> a.told(UNSURE))
            .mapToDouble(AirMove.Answer::ratio)
            .average()
            .orElse(Double.NaN);
    boolean known = Double.isFinite(m.there()) && Double.isFinite(m.from());
    if (away(m)) {
      stuck(m, answer, near);
    } else if (away.isPresent() && !away.get().equals(id)) {
      boolean answered = answer >= ANSWERS && Double.isNaN(m.of(FLOW).ratio());
      part(
          id,
          spec.title(),
          answered ? Verdict.PASS : Verdict.CANNOT_TELL,
          answered ? say("moves-and-answers") : say("another-is-away"),
          answered ? Said.plain("") : say("mend-that-first"));
    } else if (known && Double.isFinite(m.back()) && Math.abs(m.back() - spec.base()) > near) {
      part(id, spec.title(), Verdict.FAIL, say("does-not-return", percent(m.back())), lookAt(spec));
    } else if (Double.isFinite(m.of(FLOW).ratio())) {
      path(m);
    } else if (answer < SILENT) {
      part(
          id,
          spec.title(),
          Verdict.FAIL,
          known ? say("goes-and-nothing-answers") : say("nothing-answers-it"),
          say("look-behind", spec.title()));
    } else if (answer < ANSWERS) {
      part(
          id,
          spec.title(),
          Verdict.FAIL,
          say("answers-weakly", percent(100 * answer)),
          say("look-behind", spec.title()));
    } else if (late(told)) {
      part(id, spec.title(), Verdict.FAIL, say("answers-late"), lookAt(spec));
    } else {
      part(id, spec.title(), Verdict.PASS, say("moves-and-answers"), Said.plain(""));
    }
  }

  /** True where its position is known and is not where it was commanded. */
  private boolean away(AirMove m) {
    MoveSpec spec = m.spec();
    double near = Math.max(POSITION_LEAST, POSITION_SHARE * Math.abs(spec.to() - spec.base()));
    return Math.abs(m.there() - spec.to()) > near || Math.abs(m.from() - spec.base()) > near;
  }

  /** What comes of one that is away. */
  private void stuck(AirMove m, double answer, double near) {
    MoveSpec spec = m.spec();
    double went = m.went();
    if (Math.abs(m.there() - m.from()) < near && answer > ANSWERS) {
      part(
          spec.control() + "-sensor",
          AirPathWords.say("position-sensor-of", spec.title()),
          Verdict.FAIL,
          say("answers-without-position", spec.title()),
          say("look-at-its-sensor"));
      return;
    }
    part(
        spec.control(),
        spec.title(),
        Verdict.FAIL,
        Math.abs(went) < 0.1
            ? say("does-not-move", percent(m.there()))
            : say("goes-so-far-only", percent(m.there()), percent(spec.to())),
        lookAt(spec));
  }

  /** True where every answer comes much later than a nominal unit's. */
  private static boolean late(List<AirMove.Answer> told) {
    return told.stream().allMatch(a -> a.seconds() > LATE * a.usual() + LATE_SECONDS);
  }

  /** Gas goes through a path: how much, with the pressure that drives it. */
  private void path(AirMove m) {
    MoveSpec spec = m.spec();
    double flow = m.of(FLOW).ratio();
    double exhaust = m.of(EXHAUST).ratio();
    double free =
        m.of(EXHAUST).told(UNSURE) ? FLOW_WEIGHT * flow + (1 - FLOW_WEIGHT) * exhaust : flow;
    String id = spec.control();
    if (free >= PATH_FREE) {
      part(
          id, spec.title(), Verdict.PASS, say("path-is-free", percent(100 * flow)), Said.plain(""));
    } else if (flow < FLOW_OFF
        && exhaust > PRESSURES_FULL
        && m.of(INTAKE).ratio() > PRESSURES_FULL) {
      part(
          id,
          spec.title(),
          Verdict.CANNOT_TELL,
          say("flow-against-pressures", percent(100 * flow)),
          say("look-at-the-flow-sensor"));
    } else {
      part(
          id + "-path",
          AirPathWords.say("recirculation-path"),
          Verdict.FAIL,
          say("path-is-blocked", percent(100 * flow)),
          say("cooler-flow-next"));
    }
  }

  /** Whether the charge-air pipes are tight, and the turbocharger makes what it should. */
  private void tight() {
    Optional<AirMove> closed = moves.stream().filter(m -> known(m.of(AirMove.HEAD))).findFirst();
    boolean turboMoves =
        closed.isPresent()
            && parts.stream()
                .noneMatch(
                    p ->
                        p.id().equals(closed.get().spec().control())
                            && p.verdict() != Verdict.PASS);
    if (!turboMoves) {
      return;
    }
    double head = closed.get().of(AirMove.HEAD).ratio();
    double charge = charge();
    figures.add(share(HEAD, head, TIGHT, Double.POSITIVE_INFINITY, zeroed));
    if (Double.isFinite(charge)) {
      figures.add(share(CHARGE, charge, STRONG, Double.POSITIVE_INFINITY, zeroed));
    }
    if (!zeroed) {
      part("pipes", Verdict.CANNOT_TELL, say("no-zero"), say("begin-standing"));
    } else if (charge < STRONG && 1 - head < LEAKS_FROM * (1 - charge)) {
      part(
          "turbocharger",
          Verdict.FAIL,
          say("makes-too-little", percent(100 * charge)),
          say("look-at-the-turbocharger"));
    } else if (head < TIGHT) {
      part("pipes", Verdict.FAIL, say("charge-leaks", percent(100 * head)), say("find-the-leak"));
    } else if (head < PERHAPS_TIGHT) {
      part(
          "pipes",
          Verdict.CANNOT_TELL,
          say("perhaps-leaks", percent(100 * head)),
          say("press-the-pipes"));
    } else {
      part("pipes", Verdict.PASS, say("pipes-are-tight"), Said.plain(""));
    }
  }

  private static boolean known(AirMove.Answer a) {
    return Double.isFinite(a.ratio());
  }

  /** Charge with all actuators at their base, relative to a nominal unit's. */
  private double charge() {
    Optional<MoveSpec.Response> nominal = setup.base().flatMap(b -> b.of(INTAKE));
    if (nominal.isEmpty() || !zeroed) {
      return Double.NaN;
    }
    List<AirPoint> base =
        AirMove.last(seen.points().stream().filter(p -> p.stage() == AirStage.STEADY).toList());
    double intake = AirMove.window(base, AirPoint::intake).mean() - seen.zeroIntake().mean();
    return intake / nominal.get().at(seen.airKpa(), seen.airCelsius());
  }

  private Judgement whole() {
    List<Judgement.Part> bad = with(Verdict.FAIL);
    List<Judgement.Part> open = with(Verdict.CANNOT_TELL);
    if (!bad.isEmpty()) {
      return new Judgement(
          Verdict.FAIL,
          Said.joined(" ", bad.stream().map(AirPathJudge::named).toList()),
          figures,
          bad.get(0).next(),
          parts);
    }
    if (!open.isEmpty() || !seen.complete() || parts.isEmpty()) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          open.isEmpty()
              ? say("not-all-moved")
              : Said.joined(" ", open.stream().map(AirPathJudge::named).toList()),
          figures,
          open.isEmpty() ? say("test-again") : open.get(0).next(),
          parts);
    }
    return new Judgement(
        Verdict.PASS, say("all-answer"), figures, say("go-on-with-the-faults"), parts);
  }

  private static Said named(Judgement.Part p) {
    return say("named", p.title(), p.says().text());
  }

  private List<Judgement.Part> with(Verdict v) {
    return parts.stream().filter(p -> p.verdict() == v).toList();
  }

  private void figures(int i, AirMove m) {
    double near =
        Math.max(POSITION_LEAST, POSITION_SHARE * Math.abs(m.spec().to() - m.spec().base()));
    figures.add(
        Measured.limited(
            POSITION, i + 1, m.there(), Unit.PERCENT, m.spec().to() - near, m.spec().to() + near));
    figures.add(
        Measured.limited(
            BACK, i + 1, m.back(), Unit.PERCENT, m.spec().base() - near, m.spec().base() + near));
    for (AirMove.Answer a : m.answers()) {
      if (a.of().equals(AirMove.HEAD)) {
        continue;
      }
      Unit unit =
          a.of().equals(FLOW)
              ? Unit.KILOGRAM_PER_HOUR
              : a.of().equals(AirPathScript.TURBO) ? Unit.RPM : Unit.KILOPASCAL;
      figures.add(
          new Measured(
              a.of(),
              i + 1,
              a.change(),
              unit,
              a.error(),
              Double.NEGATIVE_INFINITY,
              Double.POSITIVE_INFINITY,
              Optional.empty()));
      figures.add(Measured.shown(a.of() + EXPECTED, i + 1, a.expected(), unit));
      figures.add(Measured.shown(a.of() + LASTED, i + 1, a.seconds(), Unit.SECOND));
    }
  }

  private static Measured share(
      String name, double ratio, double low, double high, boolean judged) {
    return new Measured(
        name,
        0,
        100 * ratio,
        Unit.PERCENT,
        Double.NaN,
        100 * low,
        100 * high,
        judged
            ? Optional.of(ratio >= low && ratio <= high ? Verdict.PASS : Verdict.FAIL)
            : Optional.empty());
  }

  private void part(String id, Verdict v, Said says, Said next) {
    part(id, AirPathWords.say("part-" + id), v, says, next);
  }

  private void part(String id, String title, Verdict v, Said says, Said next) {
    parts.removeIf(p -> p.id().equals(id) && p.verdict() == Verdict.PASS);
    if (parts.stream().noneMatch(p -> p.id().equals(id))) {
      parts.add(new Judgement.Part(id, title, v, says, next));
    }
  }

  private static Said lookAt(MoveSpec spec) {
    return spec.air()
        ? say("look-at-actuator-air", spec.title())
        : say("look-at-actuator", spec.title());
  }

  private static Said say(String name, Object... with) {
    return AirPathWords.said(name, with);
  }

  private static Figure kpa(double value) {
    return new Figure(value, Unit.KILOPASCAL, 1);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }
}
