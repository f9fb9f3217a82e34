package hitchlamp.core.trial.conversion;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;

/**
 * Sensors first, then dosing, then what is converted, then why not enough is. Where the engine
 * burns nothing both sensors must read nothing; what the one behind reads all the same is either
 * its own error, which is there always, or ammonia that a worn catalyst gave up, which comes with
 * too little conversion.
 *
 * <p>Figures without a source are common practice: ppm, percent, °C, kPa absolute and seconds.
 */
public final class ConversionJudge {
  /** Figure: conversion over what was steady, with its interval. */
  static final String CONVERSION = "conversion";

  private static final int FEWEST_ROWS = 30;

  /** Steady seconds by which it is judged: the last ones. */
  private static final int JUDGED = 120;

  private static final int LEAST_STEADY = 30;
  private static final double OXYGEN_APART = 0.75;
  private static final int WARM_SECONDS = 60;
  private static final double HARDLY_DOSES = 0.1;
  private static final double NO_PRESSURE_KPA = 500;
  private static final double TOO_LITTLE_DOSED = 0.6;
  private static final double FULLY_DOSED = 0.9;
  private static final double JUST_WARM = 35;
  private static final double OWN_SHARE = 0.4;
  private static final double CALM_C = 350;
  private static final double FROZEN_C = -8;
  private static final double EMPTY_PERCENT = 3;
  private static final double MORE_BEHIND = -10;

  private final ConversionSetup setup;
  private final List<ConversionRow> rows;
  private final int delay;
  private final GasCheck before;
  private final GasCheck behind;
  private final List<Steady> stretches;
  private final List<Steady> judged;
  private final Converted.Zeros zeros;
  private final Converted converted;
  private final double full;
  private Judgement hinders;
  private final List<Measured> figures = new ArrayList<>();
  private final List<Judgement.Part> parts = new ArrayList<>();

  private ConversionJudge(ConversionSetup setup, List<ConversionRow> rows) {
    this.setup = setup;
    this.rows = rows;
    this.delay = TransportDelay.of(rows);
    this.before = GasCheck.before(rows);
    this.behind = GasCheck.behind(rows, delay);
    this.stretches = Steady.of(rows, setup);
    this.judged = Steady.last(stretches, JUDGED);
    this.zeros = zeros();
    this.converted = Converted.of(rows, judged, delay, zeros, setup);
    // Where the catalyst is only just warm the module doses for a part of the nitrogen oxides.
    double told = mean(this::ammonia);
    this.full =
        told > 0 && converted.celsius() < setup.warmC() + JUST_WARM
            ? Math.min(1, Math.max(TOO_LITTLE_DOSED, told) / FULLY_DOSED)
            : 1;
  }

  /** Of the sensor behind only where it is not ammonia that it reads. */
  private Converted.Zeros zeros() {
    boolean ammonia = behind.zero() > setup.zero() || !calm();
    return new Converted.Zeros(before.zero(), ammonia ? Double.NaN : behind.zero());
  }

  /** True where ammonia comes out, which the sensor behind takes for nitrogen oxides. */
  private boolean slips() {
    return behind.zero() > setup.zero() && calm() || converted.percent() < MORE_BEHIND;
  }

  /** What the seconds of a drive come to. */
  public static Judgement of(ConversionSetup setup, List<ConversionRow> rows) {
    if (rows.size() < FEWEST_ROWS) {
      return Judgement.cannotTell(
          ConversionWords.said("nothing-seen"), ConversionWords.said("drive-the-plan"));
    }
    return new ConversionJudge(setup, rows).judge();
  }

  /** Places of the seconds by which conversion is judged: the last that were steady. */
  public static List<Integer> judged(ConversionSetup setup, List<ConversionRow> rows) {
    return Steady.last(Steady.of(rows, setup), JUDGED).stream()
        .flatMap(s -> IntStream.range(s.from(), s.to()).boxed())
        .toList();
  }

  private Judgement judge() {
    measure();
    sensors();
    air();
    boolean readable = parts.isEmpty();
    dosing();
    if (parts.isEmpty() && hinders != null) {
      return hinders;
    }
    if (readable && parts.isEmpty()) {
      Optional<Judgement> untold = untold();
      if (untold.isPresent()) {
        return untold.get();
      }
      if (converted.high() < limit()) {
        cause();
      } else if (converted.low() < limit()) {
        return tell("at-the-limit", "drive-on", percent(converted.percent()));
      }
      raw();
    }
    return parts.isEmpty() ? pass() : fail();
  }

  /** Conversion that passes at the quantity that the module doses here, percent. */
  private double limit() {
    return setup.limit() * full;
  }

  private double normal() {
    return setup.normal() * full;
  }

  /** With what the limit is, where it is not the pack's. */
  private Said withLimit(Said says) {
    return full < 1
        ? Said.joined(
            " ",
            List.of(
                says,
                ConversionWords.said(
                    "only-just-warm", percent(100 * mean(this::ammonia)), percent(limit()))))
        : says;
  }

  private Judgement pass() {
    boolean low = converted.percent() < normal();
    return new Judgement(
        Verdict.PASS,
        withLimit(
            ConversionWords.said(
                low ? "converts-less-than-usual" : "converts",
                percent(converted.percent()),
                percent(normal()))),
        figures,
        ConversionWords.said(
            Double.isNaN(behind.zero())
                ? "foot-off-for-the-sensors"
                : behind.zero() > setup.zero()
                    ? "drive-once-more-calmly"
                    : low ? "measure-the-fluid" : "look-at-the-monitors"));
  }

  private Judgement fail() {
    List<Said> says = new ArrayList<>();
    if (converted.known() && parts.stream().noneMatch(p -> sensor(p.id()))) {
      says.add(
          withLimit(
              slips()
                  ? ConversionWords.said(
                      "at-least-so-much-is-converted",
                      percent(converted.percent()),
                      percent(limit()))
                  : ConversionWords.said(
                      "so-much-is-converted",
                      percent(converted.percent()),
                      percent(converted.plusMinus()),
                      percent(limit()))));
    }
    parts.stream().filter(p -> p.verdict() == Verdict.FAIL).forEach(p -> says.add(p.says()));
    if (parts.stream().noneMatch(p -> p.verdict() == Verdict.FAIL)) {
      says.add(ConversionWords.said("which-of-both"));
    }
    return new Judgement(Verdict.FAIL, Said.joined(" ", says), figures, parts.get(0).next(), parts);
  }

  private static boolean sensor(String part) {
    return part.equals("before") || part.equals("behind") || part.equals("leak");
  }

  // --- sensors -------------------------------------------------------------------------------

  private void sensors() {
    sensor("before", before);
    sensor("behind", behind);
    boolean beforeOff = Math.abs(before.zero()) > setup.zero();
    if (beforeOff) {
      parts.add(part("before", "reads-without-anything", "renew-sensor", ppm(before.zero())));
    }
    double behindReads = Double.isNaN(behind.zero()) ? least() : behind.zero();
    if (behindReads < -setup.zero()) {
      parts.add(part("behind", "reads-below-nothing", "renew-sensor", ppm(behindReads)));
    } else if (behind.zero() > setup.own() && calm() && !beforeOff && isItsOwn(behind.zero())) {
      parts.add(
          part("behind", "reads-without-anything", "renew-sensor-behind", ppm(behind.zero())));
    }
  }

  private void sensor(String id, GasCheck check) {
    if (check.state().bad()) {
      parts.add(
          part(
              id,
              check.state().word(),
              check.state() == GasCheck.State.NOT_HEATED || check.state() == GasCheck.State.NOT_TOLD
                  ? "measure-its-supply"
                  : "renew-sensor"));
    }
  }

  /** True where no heat had driven ammonia out of the catalyst before the foot was off. */
  private boolean calm() {
    return !(behind.zeroC() > CALM_C);
  }

  /** Readings behind the catalyst where least comes: steady, the mean. */
  private double least() {
    return converted.known() ? converted.behind() : Double.NaN;
  }

  /**
   * True where what it reads too much is its own error: that is there at any load, so that little
   * else is left of what it reads, or enough is converted once it is taken off. Ammonia of a worn
   * catalyst is far less with the foot off than under load, and comes with too little conversion.
   */
  private boolean isItsOwn(double tooMuch) {
    return tooMuch > OWN_SHARE * converted.behind()
        || 100 * (1 - (converted.behind() - tooMuch) / converted.before()) >= normal();
  }

  private void air() {
    double apart = mean(this::oxygenApart);
    if (apart > OXYGEN_APART) {
      parts.add(part("leak", "air-gets-in", "look-for-the-joint", percent(apart)));
    }
  }

  private double oxygenApart(ConversionRow r) {
    return r.oxygenBehind() - r.oxygenBefore();
  }

  // --- dosing --------------------------------------------------------------------------------

  private void dosing() {
    List<ConversionRow> warm =
        rows.stream()
            .filter(r -> r.celsius() >= setup.warmC() && !r.overrun() && r.rpm() > 0)
            .filter(r -> !r.burns())
            .filter(r -> !Double.isNaN(r.dosed()))
            .toList();
    if (warm.size() < WARM_SECONDS) {
      return;
    }
    double doses = share(warm, r -> r.dosed() > 0);
    double most = warm.stream().mapToDouble(ConversionRow::fluidKpa).max().orElse(Double.NaN);
    if (doses < HARDLY_DOSES) {
      ConversionRow now = warm.get(warm.size() - 1);
      if (now.tankC() < FROZEN_C || now.level() < EMPTY_PERCENT) {
        hinders =
            now.tankC() < FROZEN_C
                ? tell("fluid-is-frozen", "thaw-the-tank")
                : tell("tank-is-empty", "fill-the-tank");
        return;
      }
      parts.add(
          part(
              "dosing",
              Double.isNaN(most)
                  ? "does-not-dose"
                  : most < NO_PRESSURE_KPA
                      ? "does-not-dose-without-pressure"
                      : "does-not-dose-at-its-pressure",
              "run-the-dosing-circuit"));
      return;
    }
    double told = mean(this::ammonia);
    if (told < TOO_LITTLE_DOSED && converted.high() < limit()) {
      parts.add(part("dosing", "doses-too-little", "read-the-inducement", percent(100 * told)));
    }
  }

  private double ammonia(ConversionRow r) {
    return Stoichiometry.ammonia(r.dosed(), r.readBefore(), r.oxygenBefore(), r.fuel());
  }

  // --- why -----------------------------------------------------------------------------------

  /** What keeps it from being told; empty where it can be. */
  private Optional<Judgement> untold() {
    for (GasCheck c : List.of(before, behind)) {
      if (c.state() == GasCheck.State.NEVER_WARM) {
        return Optional.of(tell("never-warm", "drive-the-plan"));
      }
      if (c.state() == GasCheck.State.NOT_LONG_WARM) {
        return Optional.of(tell("sensors-sleep", "drive-the-plan"));
      }
    }
    int steady = stretches.stream().mapToInt(Steady::seconds).sum();
    if (!converted.known() || steady < LEAST_STEADY) {
      double warmest =
          rows.stream()
              .mapToDouble(ConversionRow::celsius)
              .filter(c -> !Double.isNaN(c))
              .max()
              .orElse(Double.NaN);
      return Optional.of(
          warmest < setup.warmC()
              ? tell("not-warm-enough", "drive-the-plan", celsius(warmest), celsius(setup.warmC()))
              : tell("never-steady", "drive-the-plan"));
    }
    if (Steady.rises(rows, stretches) && converted.low() < limit()) {
      return Optional.of(tell("still-rises", "drive-on", percent(converted.percent())));
    }
    return Optional.empty();
  }

  private void cause() {
    if (converted.percent() < MORE_BEHIND) {
      parts.add(part("catalyst", "more-behind-than-before", "before-the-catalyst"));
    } else if (Double.isNaN(behind.zero())) {
      parts.add(open("ammonia", "may-be-ammonia", "measure-the-fluid"));
      parts.add(open("catalyst", "may-be-the-catalyst", "foot-off-for-the-cause"));
    } else if (behind.zero() > setup.slip()) {
      parts.add(part("catalyst", "ammonia-comes-out", "before-the-catalyst", ppm(behind.zero())));
    } else {
      parts.add(part("ammonia", "no-ammonia-comes-out", "measure-the-fluid"));
    }
  }

  private void raw() {
    double raw = mean(r -> Stoichiometry.raw(r.readBefore(), r.oxygenBefore()));
    if (raw > setup.mostRaw()) {
      double share = 100 * raw / setup.mostRaw();
      parts.add(part("raw", "too-much-before", "look-at-recirculation", percent(share)));
    }
  }

  // --- figures -------------------------------------------------------------------------------

  private void measure() {
    if (converted.known()) {
      Verdict v =
          converted.low() >= limit()
              ? Verdict.PASS
              : converted.high() < limit() ? Verdict.FAIL : Verdict.CANNOT_TELL;
      figures.add(figure(CONVERSION, 0, converted, Optional.of(v)));
      figures.add(Measured.shown("before", 0, converted.before(), Unit.PARTS_PER_MILLION));
      figures.add(Measured.shown("behind", 0, converted.behind(), Unit.PARTS_PER_MILLION));
      figures.add(Measured.shown("delay", 0, delay, Unit.SECOND));
    }
    zero("zero-before", before.zero(), setup.zero());
    zero("zero-behind", behind.zero(), setup.own());
    show("ammonia", 100 * mean(this::ammonia), Unit.PERCENT);
    show(
        "raw",
        100 * mean(r -> Stoichiometry.raw(r.readBefore(), r.oxygenBefore())) / setup.mostRaw(),
        Unit.PERCENT);
    show("oxygen", mean(this::oxygenApart), Unit.PERCENT);
    for (int i = 0; i < stretches.size(); i++) {
      Converted c = Converted.of(rows, List.of(stretches.get(i)), delay, zeros, setup);
      figures.add(figure("stretch", i + 1, c, Optional.empty()));
      show("stretch-celsius", i + 1, c.celsius(), Unit.CELSIUS);
      show("stretch-seconds", i + 1, stretches.get(i).seconds(), Unit.SECOND);
    }
  }

  private Measured figure(String name, int place, Converted c, Optional<Verdict> verdict) {
    return new Measured(
        name,
        place,
        c.percent(),
        Unit.PERCENT,
        slips() ? Double.NaN : c.plusMinus(),
        place == 0 ? limit() : Double.NEGATIVE_INFINITY,
        Double.POSITIVE_INFINITY,
        verdict);
  }

  private void zero(String name, double value, double most) {
    if (!Double.isNaN(value)) {
      figures.add(
          new Measured(
              name,
              0,
              value,
              Unit.PARTS_PER_MILLION,
              Double.NaN,
              -setup.zero(),
              most,
              Optional.of(value > most || value < -setup.zero() ? Verdict.FAIL : Verdict.PASS)));
    }
  }

  private void show(String name, double value, Unit unit) {
    show(name, 0, value, unit);
  }

  private void show(String name, int place, double value, Unit unit) {
    if (!Double.isNaN(value) && !Double.isInfinite(value)) {
      figures.add(Measured.shown(name, place, value, unit));
    }
  }

  /** Mean over the last of what was steady; not a number where nothing of it is told. */
  private double mean(ToDoubleFunction<ConversionRow> of) {
    double sum = 0;
    int count = 0;
    for (Steady s : judged) {
      for (ConversionRow r : rows.subList(s.from(), s.to())) {
        double v = of.applyAsDouble(r);
        if (!Double.isNaN(v) && !Double.isInfinite(v)) {
          sum += v;
          count++;
        }
      }
    }
    return count == 0 ? Double.NaN : sum / count;
  }

  private static double share(List<ConversionRow> of, Predicate<ConversionRow> which) {
    return of.stream().filter(which).count() / (double) of.size();
  }

  private Judgement tell(String says, String next, Object... with) {
    return new Judgement(
        Verdict.CANNOT_TELL, ConversionWords.said(says, with), figures, ConversionWords.said(next));
  }

  private static Judgement.Part part(String id, String says, String next, Object... with) {
    return new Judgement.Part(
        id,
        ConversionWords.say("part-" + id),
        Verdict.FAIL,
        ConversionWords.said(says, with),
        ConversionWords.said(next));
  }

  private static Judgement.Part open(String id, String says, String next) {
    return new Judgement.Part(
        id,
        ConversionWords.say("part-" + id),
        Verdict.CANNOT_TELL,
        ConversionWords.said(says),
        ConversionWords.said(next));
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, 0);
  }

  private static Figure ppm(double value) {
    return new Figure(value, Unit.PARTS_PER_MILLION, 0);
  }

  private static Figure celsius(double value) {
    return new Figure(value, Unit.CELSIUS, 0);
  }
}
