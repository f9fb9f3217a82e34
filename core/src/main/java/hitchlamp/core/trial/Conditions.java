package hitchlamp.core.trial;

import hitchlamp.core.pack.ConditionSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What must hold before a test may begin, looked at on what the unit reports. */
public final class Conditions {
  private static final int STEADY_PARTS = 4;

  /** What has so few bits is a status, and no figure. */
  private static final int STATUS_BITS = 3;

  /** A value that was not reported for so long is not known. */
  private static final long FRESH_MICROS = 6_000_000;

  private static final long FAST_MICROS = 1_000_000;

  private final List<ConditionSpec> specs;
  private final Pack pack;
  private final Set<String> vouched = new HashSet<>();

  Conditions(List<ConditionSpec> specs, Pack pack) {
    this.specs = specs;
    this.pack = pack;
  }

  /** A person says that a condition holds; counts only where the unit does not report it. */
  void vouch(String id) {
    specs.stream().filter(c -> c.vouch() && c.id().equals(id)).forEach(c -> vouched.add(id));
  }

  List<Condition> now(Scene scene) {
    return specs.stream().map(c -> one(c, scene)).toList();
  }

  /**
   * What can be said of conditions from single values alone; whether something is steady is not
   * known from them.
   *
   * @param figures newest value of each SPN; those that are not reported are left out
   */
  public static List<Condition> glance(
      List<ConditionSpec> specs, Pack pack, Map<Integer, Double> figures) {
    return specs.stream()
        .map(
            c ->
                judged(
                    c,
                    pack,
                    Double.isFinite(c.steady())
                        ? Double.NaN
                        : figures.getOrDefault(c.of(), Double.NaN),
                    false))
        .toList();
  }

  private Condition one(ConditionSpec c, Scene scene) {
    SampleWindow w = scene.value(c.of());
    boolean steady = Double.isFinite(c.steady());
    long age = scene.now() - w.lastMicros();
    double value = Double.NaN;
    if (steady && age <= FAST_MICROS) {
      value = w.wander(scene.now() - Math.round(c.seconds() * 1e6), scene.now(), STEADY_PARTS);
    } else if (!steady && age <= FRESH_MICROS) {
      value = w.last();
    }
    return judged(c, pack, value, vouched.contains(c.id()));
  }

  private static Condition judged(ConditionSpec c, Pack pack, double value, boolean said) {
    boolean steady = Double.isFinite(c.steady());
    if (Double.isNaN(value)) {
      return new Condition(
          c.id(),
          new Said(c.says()),
          said ? Condition.State.HOLDS : Condition.State.NOT_KNOWN,
          said ? TrialWords.said("as-you-say") : TrialWords.said("not-told-by-this-unit"),
          c.vouch(),
          new Said(c.how()));
    }
    boolean holds = steady ? value <= c.steady() : value > c.above() && value < c.below();
    Parameter p = pack.parameters().get(c.of());
    Unit unit = steady && p.unit() == Unit.CELSIUS ? Unit.KELVIN : p.unit();
    return new Condition(
        c.id(),
        new Said(c.says()),
        holds ? Condition.State.HOLDS : Condition.State.FAILS,
        p.bits() <= STATUS_BITS
            ? status(holds)
            : TrialWords.said("figure", Figure.whole(value, unit)),
        false,
        new Said(c.how()));
  }

  private static Said status(boolean holds) {
    return holds ? TrialWords.said("the-module-says-so") : TrialWords.said("the-module-says-not");
  }
}
