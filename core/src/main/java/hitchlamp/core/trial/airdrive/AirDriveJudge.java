package hitchlamp.core.trial.airdrive;

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

/** What a drive tells of each actuator of the air path, and read together. */
final class AirDriveJudge {
  /** Figures of an actuator, its place counted from 1. */
  static final String WAY = "way";

  static final String LOW = "off-low";
  static final String HIGH = "off-high";

  /** What answered, and what is expected of a sound unit. */
  static final String EXPECTED = "-expected";

  static final String PATH = "path";

  /** Of a nominal unit's answer so much counts as an answer; sound ones give 0.75 to 1.2. */
  private static final double ANSWERS = 0.6;

  private static final double SILENT = 0.25;

  /** Charge of a pull relative to what the module works for: sound ones 0.93 to 1.03. */
  private static final double CHARGE = 0.82;

  private static final double PERHAPS_CHARGE = 0.87;

  /** Recirculated gas of what a clear path lets through: sound ones 0.91 to 1.12. */
  private static final double PATH_FREE = 0.88;

  private static final double PATH_BLOCKED = 0.84;

  /** A pressure that moves by less over a drive with pulls is not measured, kPa. */
  private static final double DEAD_KPA = 8;

  private static final double ALIVE_KPA = 50;

  private final AirDriveSetup setup;
  private final AirDriveSeen seen;
  private final Stretches cut;
  private final List<Follows> follows = new ArrayList<>();
  private final List<Measured> figures = new ArrayList<>();
  private final List<Judgement.Part> parts = new ArrayList<>();

  private AirDriveJudge(AirDriveSetup setup, AirDriveSeen seen) {
    this.setup = setup;
    this.seen = seen;
    this.cut = Stretches.of(seen.rows(), seen.apart(), setup);
    for (int i = 0; i < setup.moves().size(); i++) {
      follows.add(Follows.of(cut.rests().get(i), i));
    }
  }

  static Judgement of(AirDriveSetup setup, AirDriveSeen seen) {
    return new AirDriveJudge(setup, seen).judge();
  }

  private Judgement judge() {
    if (Double.isNaN(seen.airKpa()) || Double.isNaN(seen.airCelsius())) {
      return Judgement.cannotTell(say("air-not-known"), say("read-the-faults"));
    }
    if (seen.zeroed() && offZero()) {
      return whole();
    }
    boolean dead = deadSensor();
    for (int i = 0; i < setup.moves().size(); i++) {
      Follows f = follows.get(i);
      figures.add(Measured.shown(WAY, i + 1, f.way(), Unit.PERCENT));
      figures.add(Measured.shown(LOW, i + 1, f.low(), Unit.PERCENT));
      figures.add(Measured.shown(HIGH, i + 1, f.high(), Unit.PERCENT));
      one(i, dead);
    }
    return whole();
  }

  /**
   * Both show the same air with the engine standing; where one does not, nothing else is believed.
   */
  private boolean offZero() {
    double intake = seen.zeroIntake().mean() - seen.airKpa();
    double exhaust = seen.zeroExhaust().mean() - seen.airKpa();
    double zero = setup.zeroKpa();
    figures.add(Measured.limited("zero-intake", 0, intake, Unit.KILOPASCAL, -zero, zero));
    figures.add(Measured.limited("zero-exhaust", 0, exhaust, Unit.KILOPASCAL, -zero, zero));
    boolean both = Math.abs(intake) > zero && Math.abs(exhaust) > zero;
    if (both) {
      part("sensors", Verdict.CANNOT_TELL, say("both-off"), say("test-the-supply"));
    } else if (Math.abs(intake) > zero) {
      part("intake-sensor", Verdict.FAIL, say("sensor-off", kpa(intake)), say("renew-the-sensor"));
    } else if (Math.abs(exhaust) > zero) {
      part(
          "exhaust-sensor", Verdict.FAIL, say("sensor-off", kpa(exhaust)), say("renew-the-sensor"));
    }
    return !parts.isEmpty();
  }

  /** A pressure that stays where it is over pulls, while the other goes up and down. */
  private boolean deadSensor() {
    if (cut.pull().size() < 5) {
      return false;
    }
    double intake = spread(AirDriveScript.INTAKE);
    double exhaust = spread(AirDriveScript.EXHAUST);
    if (!(intake > DEAD_KPA) && !(exhaust > DEAD_KPA)) {
      part("sensors", Verdict.FAIL, say("nothing-answers"), say("test-the-supply"));
    } else if (!(intake > DEAD_KPA) && exhaust > ALIVE_KPA) {
      part("intake-sensor", Verdict.FAIL, say("it-never-moves"), say("renew-the-sensor"));
    } else if (!(exhaust > DEAD_KPA) && intake > ALIVE_KPA) {
      part("exhaust-sensor", Verdict.FAIL, say("it-never-moves"), say("renew-the-sensor"));
    } else {
      return false;
    }
    return true;
  }

  private double spread(String of) {
    double[] all =
        seen.rows().stream()
            .mapToDouble(r -> of.equals(AirDriveScript.INTAKE) ? r.intake() : r.exhaust())
            .filter(Double::isFinite)
            .sorted()
            .toArray();
    return all.length < 10 ? 0 : all[all.length - 1 - all.length / 50] - all[all.length / 50];
  }

  private void one(int i, boolean dead) {
    MoveSpec m = setup.moves().get(i);
    Follows f = follows.get(i);
    double answer = answer(i, m);
    if (!f.moved() && f.away()) {
      part(
          m.id(),
          m.title(),
          Verdict.FAIL,
          say("stands-elsewhere", percent(f.at()), percent(f.told())),
          say(m.air() ? "look-at-actuator-air" : "look-at-actuator", m.title()));
    } else if (!f.moved()) {
      part(m.id(), m.title(), Verdict.CANNOT_TELL, notMoved(m), say("drive-the-plan"));
    } else if (f.away() && f.shifted()) {
      sensor(m, say("tells-beside", percent(Math.abs(f.high()))));
    } else if (f.away() && f.stands() && !dead && brakes(m) && answer > ANSWERS) {
      sensor(m, say("answers-without-position", m.title()));
    } else if (f.away()) {
      part(
          m.id(),
          m.title(),
          Verdict.FAIL,
          f.stands()
              ? say("does-not-move", percent(f.at()))
              : say("goes-so-far-only", percent(f.highTold() + f.high()), percent(f.highTold())),
          say(m.air() ? "look-at-actuator-air" : "look-at-actuator", m.title()));
    } else if (dead) {
      part(m.id(), m.title(), Verdict.CANNOT_TELL, say("follows-alone"), say("sensor-first"));
    } else if (m.id().equals(Stretches.RECIRCULATION) && setup.valve() > 0) {
      path(i, m);
    } else if (m.expected().isEmpty()) {
      part(m.id(), m.title(), Verdict.PASS, say("follows"), Said.plain(""));
    } else {
      answered(m, answer);
    }
  }

  private Said notMoved(MoveSpec m) {
    return say(brakes(m) ? "no-engine-brake" : "was-not-moved", m.title());
  }

  private void sensor(MoveSpec m, Said says) {
    part(
        m.id() + "-sensor",
        AirDriveWords.say("position-sensor-of", m.title()),
        Verdict.FAIL,
        says,
        say("look-at-its-sensor"));
  }

  /** What answers a move relative to a nominal unit; not a number where that was not driven. */
  private double answer(int i, MoveSpec m) {
    Optional<MoveSpec.Response> r = m.expected().stream().findFirst();
    if (r.isEmpty()) {
      return Double.NaN;
    }
    boolean brake = brakes(m);
    double is = brake ? dammed() : charge();
    double sound = brake ? expected(r.get(), cut.brake()) : expected(r.get(), cut.pull());
    Unit unit = Unit.KILOPASCAL;
    figures.add(Measured.shown(r.get().of(), i + 1, is, unit));
    figures.add(Measured.shown(r.get().of() + EXPECTED, i + 1, sound, unit));
    return is / sound;
  }

  private double expected(MoveSpec.Response r, List<AirDriveRow> rows) {
    return Stretches.median(
        rows,
        row ->
            r.at(
                seen.airKpa(),
                seen.airCelsius(),
                row.rpm() / setup.rpm(),
                row.mg() / setup.full()));
  }

  /** By how much the engine brake raises the exhaust pressure, at its speed. */
  private double dammed() {
    double open = Stretches.median(cut.coast(), r -> r.exhaust() - seen.airKpa());
    double ratio =
        Stretches.median(cut.brake(), AirDriveRow::rpm)
            / Stretches.median(cut.coast(), AirDriveRow::rpm);
    return Stretches.median(cut.brake(), r -> r.exhaust() - seen.airKpa()) - open * ratio;
  }

  private double charge() {
    return Stretches.median(cut.pull(), r -> r.intake() - seen.airKpa());
  }

  private void answered(MoveSpec m, double answer) {
    boolean brake = brakes(m);
    double enough = brake ? ANSWERS : CHARGE;
    if (Double.isNaN(answer)) {
      part(m.id(), m.title(), Verdict.CANNOT_TELL, say("not-driven"), say("drive-the-plan"));
    } else if (answer < (brake ? ANSWERS : PERHAPS_CHARGE) && otherIsAway(m)) {
      part(m.id(), m.title(), Verdict.CANNOT_TELL, say("another-is-away"), say("mend-that-first"));
    } else if (answer < SILENT) {
      part(
          m.id(),
          m.title(),
          Verdict.FAIL,
          say("goes-and-nothing-answers"),
          say("look-behind", m.title()));
    } else if (answer < enough) {
      part(
          m.id(),
          m.title(),
          Verdict.FAIL,
          say("answers-weakly", percent(100 * answer)),
          say("look-behind", m.title()));
    } else if (!brake && answer < PERHAPS_CHARGE) {
      part(
          m.id(),
          m.title(),
          Verdict.CANNOT_TELL,
          say("perhaps-weak", percent(100 * answer)),
          say("look-behind", m.title()));
    } else {
      part(m.id(), m.title(), Verdict.PASS, say("follows-and-answers"), Said.plain(""));
    }
  }

  private static boolean brakes(MoveSpec m) {
    return m.id().equals(Stretches.BACK_PRESSURE);
  }

  private boolean otherIsAway(MoveSpec m) {
    for (int i = 0; i < follows.size(); i++) {
      if (setup.moves().get(i) != m && follows.get(i).away()) {
        return true;
      }
    }
    return false;
  }

  private void path(int i, MoveSpec m) {
    double free = GasPath.free(cut.part(), seen.apart(), setup, i);
    figures.add(
        Measured.limited(
            PATH, i + 1, 100 * free, Unit.PERCENT, 100 * PATH_FREE, Double.POSITIVE_INFINITY));
    if (Double.isNaN(free) || cut.part().size() < 20) {
      part(m.id(), m.title(), Verdict.CANNOT_TELL, say("no-part-load"), say("drive-the-plan"));
    } else if (free >= PATH_FREE) {
      part(
          m.id(),
          m.title(),
          Verdict.PASS,
          say("path-is-free", percent(100 * free)),
          Said.plain(""));
    } else if (otherIsAway(m)) {
      part(m.id(), m.title(), Verdict.CANNOT_TELL, say("another-is-away"), say("mend-that-first"));
    } else if (!seen.zeroed()) {
      part(
          m.id(),
          m.title(),
          Verdict.CANNOT_TELL,
          say("no-zero", percent(100 * free)),
          say("begin-standing"));
    } else if (free > PATH_BLOCKED) {
      part(
          m.id(),
          m.title(),
          Verdict.CANNOT_TELL,
          say("perhaps-blocked", percent(100 * free)),
          say("cooler-flow-next"));
    } else {
      part(
          m.id() + "-path",
          AirDriveWords.say("recirculation-path"),
          Verdict.FAIL,
          say("path-is-blocked", percent(100 * free)),
          say("cooler-flow-next"));
    }
  }

  private Judgement whole() {
    List<Judgement.Part> bad = with(Verdict.FAIL);
    List<Judgement.Part> open = with(Verdict.CANNOT_TELL);
    if (!bad.isEmpty()) {
      return new Judgement(Verdict.FAIL, named(bad), figures, bad.get(0).next(), parts);
    }
    if (!open.isEmpty()) {
      return new Judgement(Verdict.CANNOT_TELL, named(open), figures, open.get(0).next(), parts);
    }
    return new Judgement(
        Verdict.PASS, say("all-answer"), figures, say("go-on-with-the-faults"), parts);
  }

  private static Said named(List<Judgement.Part> parts) {
    return Said.joined(
        " ", parts.stream().map(p -> say("named", p.title(), p.says().text())).toList());
  }

  private List<Judgement.Part> with(Verdict v) {
    return parts.stream().filter(p -> p.verdict() == v).toList();
  }

  private void part(String id, Verdict v, Said says, Said next) {
    part(id, AirDriveWords.say("part-" + id), v, says, next);
  }

  private void part(String id, String title, Verdict v, Said says, Said next) {
    parts.add(new Judgement.Part(id, title, v, says, next));
  }

  private static Said say(String name, Object... with) {
    return AirDriveWords.said(name, with);
  }

  private static Figure kpa(double value) {
    return new Figure(value, Unit.KILOPASCAL, 1);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }
}
