package hitchlamp.core.agreement;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.Relation;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Judges what sensors read together. A pure function of the readings and of what the pack expects:
 * the sensors that disagree with all others are named, with the line where all of one line are off
 * to the same side. Rules: common practice, no source.
 */
public final class SensorAgreement {
  private final Pack pack;
  private final String module;
  private final List<Relation> relations;
  private final Function<Integer, Parameter> told;
  private final Map<Integer, Double> values = new LinkedHashMap<>();
  private final Holds holds;

  private SensorAgreement(
      Pack pack,
      String module,
      List<Relation> relations,
      Function<Integer, Parameter> told,
      List<SensorReading> readings) {
    this.pack = pack;
    this.module = module;
    this.relations = relations;
    this.told = told;
    readings.forEach(r -> values.put(r.spn(), r.value()));
    this.holds = new Holds(relations, values);
  }

  /**
   * The sheet of some readings.
   *
   * @param module whose sensors they are; of the others only those of its side
   * @param told how each SPN of the relations is told: its name and unit
   */
  public static Sheet of(
      Pack pack,
      String module,
      List<Relation> relations,
      Function<Integer, Parameter> told,
      List<SensorReading> readings) {
    Sheet all = new SensorAgreement(pack, module, relations, told, readings).sheet();
    List<Relation> rest = relations.stream().filter(r -> !r.stood()).toList();
    if (!all.warm() || rest.size() == relations.size()) {
      return all;
    }
    // What must have stood tells nothing; the others are looked at by themselves.
    Sheet others = new SensorAgreement(pack, module, rest, told, readings).sheet();
    List<Sheet.Row> rows = new ArrayList<>();
    for (Relation r : relations) {
      (r.stood() ? all : others)
          .rows().stream().filter(row -> row.relation().equals(r.id())).forEach(rows::add);
    }
    return new Sheet(rows, others.disagreements(), true, others.torn());
  }

  private Sheet sheet() {
    List<List<Cause>> explanations = new Explanations(relations, values, causes()).likeliest();
    boolean torn = explanations.isEmpty();
    boolean warm =
        explanations.stream().flatMap(List::stream).anyMatch(c -> c.kind() == Cause.Kind.WARM)
            || torn && relations.stream().anyMatch(Relation::stood);
    // Blamed is only what every likeliest explanation blames, or what is one of several in its
    // place.
    List<Disagreement> disagreements = warm ? List.of() : disagreements(explanations);
    Set<Integer> off = new LinkedHashSet<>();
    disagreements.forEach(d -> off.addAll(d.spns()));
    Set<Integer> unsure = new LinkedHashSet<>();
    disagreements.stream().filter(d -> !d.certain()).forEach(d -> unsure.addAll(d.spns()));
    List<Sheet.Row> rows = new ArrayList<>();
    for (Relation r : relations) {
      if (r instanceof Relation.Alike alike) {
        alike(alike, off, unsure, warm || torn, rows);
      } else {
        within((Relation.Within) r, off, unsure, torn || warm && r.stood(), rows);
      }
    }
    return new Sheet(rows, disagreements, warm, torn);
  }

  /** What can be wrong: each sensor, each line that several hang on, and that the unit is warm. */
  private List<Cause> causes() {
    List<Cause> causes = new ArrayList<>();
    Set<Integer> all = new LinkedHashSet<>();
    relations.forEach(r -> all.addAll(r.spns()));
    for (int spn : all) {
      if (values.containsKey(spn)) {
        causes.add(sensor(spn));
      }
    }
    for (Component c : pack.components().values()) {
      boolean line = c.kind() == Component.Kind.SUPPLY || c.kind() == Component.Kind.GROUND;
      Set<Integer> fed = new LinkedHashSet<>(c.feeds());
      fed.retainAll(all);
      fed.retainAll(values.keySet());
      if (line && c.module().equals(module) && fed.size() > 1) {
        causes.add(new Cause(c.id(), c.title(), fed, Cause.Kind.LINE, sides(c, fed)));
      }
    }
    for (Relation r : relations) {
      if (r instanceof Relation.Alike alike && alike.slow().size() > 1) {
        causes.add(
            new Cause(
                "warm:" + alike.id(),
                AgreementWords.say("not-stood-long-enough"),
                alike.slow(),
                Cause.Kind.WARM,
                Map.of()));
      }
    }
    return causes;
  }

  private Cause sensor(int spn) {
    return pack.components().values().stream()
        .filter(c -> c.kind() == Component.Kind.SENSOR)
        .filter(c -> pack.sameSide(c.module(), module))
        .filter(c -> c.signs().stream().anyMatch(s -> s.spn() == spn))
        .findFirst()
        .map(c -> new Cause(c.id(), c.title(), Set.of(spn), Cause.Kind.SENSOR, Map.of()))
        .orElseGet(
            () -> new Cause("sensor:" + spn, name(spn), Set.of(spn), Cause.Kind.SENSOR, Map.of()));
  }

  /**
   * To which side a line takes each of its sensors: a resistance in the ground lifts what pressure
   * sensors give and looks to the module like a colder thermistor; a supply that is pulled down
   * takes what hangs on it down (voltage divider, any electronics book).
   */
  private Map<Integer, Integer> sides(Component line, Set<Integer> spns) {
    return spns.stream().collect(Collectors.toMap(spn -> spn, spn -> side(line, spn)));
  }

  private int side(Component line, int spn) {
    boolean lifted =
        line.kind() == Component.Kind.GROUND && unit(spn).dimension() != Unit.Dimension.TEMPERATURE;
    return lifted ? 1 : -1;
  }

  private String name(int spn) {
    return told.apply(spn).name();
  }

  private Unit unit(int spn) {
    return told.apply(spn).unit();
  }

  /**
   * Explanations side by side: the causes that all of them share are certain; the others stand in
   * each other's place.
   */
  private List<Disagreement> disagreements(List<List<Cause>> explanations) {
    if (explanations.isEmpty()) {
      return List.of();
    }
    Set<Cause> shared = new LinkedHashSet<>(explanations.get(0));
    explanations.forEach(shared::retainAll);
    List<Disagreement> all = new ArrayList<>();
    for (Cause c : shared) {
      all.add(certain(c, explanations.get(0)));
    }
    Set<Cause> others = new LinkedHashSet<>();
    explanations.forEach(others::addAll);
    others.removeAll(shared);
    if (!others.isEmpty()) {
      all.add(either(List.copyOf(others)));
    }
    return all;
  }

  private static Set<Integer> spns(Iterable<Cause> causes) {
    Set<Integer> all = new LinkedHashSet<>();
    causes.forEach(c -> all.addAll(c.spns()));
    return all;
  }

  private Disagreement certain(Cause c, List<Cause> together) {
    Set<Integer> without = spns(together);
    if (c.kind() == Cause.Kind.LINE) {
      int side = holds.side(c.spns().iterator().next(), without);
      return new Disagreement(
          List.of(c),
          c.spns(),
          AgreementWords.said(
              side > 0 ? "all-of-the-line-above" : "all-of-the-line-below",
              c.spns().size(),
              inWords(c.title())),
          AgreementWords.said("measure-the-line", inWords(c.title())));
    }
    int spn = c.spns().iterator().next();
    return new Disagreement(List.of(c), c.spns(), off(spn, without), next(spn));
  }

  /** By how much a sensor is off, and of what. */
  private Said off(int spn, Set<Integer> without) {
    Set<Integer> others = new LinkedHashSet<>(without);
    others.add(spn);
    for (Relation r : relations) {
      if (r instanceof Relation.Alike alike && alike.of().containsKey(spn)) {
        Holds.Common rest = holds.common(alike, others);
        double off = values.get(spn) - rest.middle();
        if (rest.sensors() > 0 && Math.abs(off) > alike.of().get(spn)) {
          return AgreementWords.said(
              off > 0 ? "above-the-rest" : "below-the-rest",
              figure(values.get(spn), unit(spn)),
              rest.sensors(),
              figure(rest.middle(), unit(spn)),
              figure(Math.abs(off), difference(unit(spn))));
        }
      } else if (r instanceof Relation.Within within && within.spns().contains(spn)) {
        double value = holds.value(within, minus(without, spn));
        if (!Holds.inBand(within, value)) {
          return outOfBand(within, value);
        }
      }
    }
    return AgreementWords.said("does-not-fit", name(spn));
  }

  private static Set<Integer> minus(Set<Integer> all, int one) {
    Set<Integer> rest = new LinkedHashSet<>(all);
    rest.remove(one);
    return rest;
  }

  private Said outOfBand(Relation.Within within, double value) {
    Unit unit = within.minus() == 0 ? unit(within.of()) : difference(unit(within.of()));
    boolean above = value > within.high();
    return AgreementWords.said(
        above ? "more-than-can-be" : "less-than-can-be",
        figure(value, unit),
        figure(above ? within.high() : within.low(), unit),
        within.reason());
  }

  private Disagreement either(List<Cause> causes) {
    Set<Integer> spns = spns(causes);
    String names =
        String.join(
            AgreementWords.say("or"), causes.stream().map(c -> inWords(c.title())).toList());
    Said why =
        relations.stream()
            .filter(Relation.Within.class::isInstance)
            .map(Relation.Within.class::cast)
            .filter(w -> w.minus() != 0 && spns.containsAll(w.spns()))
            .filter(w -> !Holds.inBand(w, holds.value(w, Set.of())))
            .map(w -> outOfBand(w, holds.value(w, Set.of())))
            .findFirst()
            .orElseGet(() -> AgreementWords.said("they-contradict"));
    return new Disagreement(
        causes,
        spns,
        AgreementWords.said("one-of-them-is-off", names, why.text()),
        AgreementWords.said("a-gauge-tells", names));
  }

  /** What shares a line with the sensor and agrees takes the line off the list. */
  private Said next(int spn) {
    List<String> agrees = new ArrayList<>();
    for (Component c : pack.components().values()) {
      boolean line = c.kind() == Component.Kind.SUPPLY || c.kind() == Component.Kind.GROUND;
      if (line && c.module().equals(module) && c.feeds().contains(spn)) {
        boolean other =
            c.feeds().stream()
                .anyMatch(s -> s != spn && values.containsKey(s) && fits(s, Set.of(spn)));
        if (other) {
          agrees.add(inWords(c.title()));
        }
      }
    }
    return agrees.isEmpty()
        ? AgreementWords.said("sensor-wire-or-line", name(spn))
        : AgreementWords.said("sensor-or-its-own-wire", String.join(", ", agrees));
  }

  private boolean fits(int spn, Set<Integer> without) {
    return relations.stream().anyMatch(r -> r.spns().contains(spn))
        && holds.side(spn, without) == 0;
  }

  private static String inWords(String title) {
    return title.isEmpty()
        ? title
        : title.substring(0, 1).toLowerCase(Locale.ROOT) + title.substring(1);
  }

  static Unit difference(Unit unit) {
    return unit == Unit.CELSIUS ? Unit.KELVIN : unit;
  }

  static Figure figure(double value, Unit unit) {
    return new Figure(value, unit, Math.abs(value) < 1_000 ? 1 : 0);
  }

  private void alike(
      Relation.Alike alike,
      Set<Integer> off,
      Set<Integer> unsure,
      boolean nothing,
      List<Sheet.Row> rows) {
    Holds.Common rest = holds.common(alike, off);
    for (var of : alike.of().entrySet()) {
      Double value = values.get(of.getKey());
      if (value == null) {
        continue;
      }
      boolean alone = rest.sensors() < 2 && !off.contains(of.getKey());
      Verdict verdict =
          nothing || alone || unsure.contains(of.getKey())
              ? Verdict.CANNOT_TELL
              : off.contains(of.getKey()) ? Verdict.FAIL : Verdict.PASS;
      double away = value - rest.middle();
      Said says =
          verdict == Verdict.FAIL
              ? AgreementWords.said(
                  away > 0 ? "above" : "below",
                  figure(Math.abs(away), difference(unit(of.getKey()))))
              : AgreementWords.said(verdict == Verdict.PASS ? "as-the-rest" : "cannot-tell");
      rows.add(
          new Sheet.Row(
              alike.id(),
              of.getKey(),
              0,
              name(of.getKey()),
              value,
              unit(of.getKey()),
              of.getValue(),
              nothing || rest.sensors() < 2 ? Double.NEGATIVE_INFINITY : rest.low(),
              nothing || rest.sensors() < 2 ? Double.POSITIVE_INFINITY : rest.high(),
              verdict,
              says));
    }
  }

  private void within(
      Relation.Within within,
      Set<Integer> off,
      Set<Integer> unsure,
      boolean torn,
      List<Sheet.Row> rows) {
    double value = holds.value(within, Set.of());
    if (Double.isNaN(value)) {
      return;
    }
    boolean holdsHere = Holds.inBand(within, value);
    boolean spoilt =
        torn && !holdsHere
            || within.spns().stream().anyMatch(unsure::contains) && !holdsHere
            || within.minus() != 0 && off.contains(within.minus());
    Verdict verdict = spoilt ? Verdict.CANNOT_TELL : holdsHere ? Verdict.PASS : Verdict.FAIL;
    Unit unit = within.minus() == 0 ? unit(within.of()) : difference(unit(within.of()));
    rows.add(
        new Sheet.Row(
            within.id(),
            within.of(),
            within.minus(),
            within.title(),
            value,
            unit,
            0,
            within.low(),
            within.high(),
            verdict,
            verdict == Verdict.PASS
                ? AgreementWords.said("as-it-must")
                : verdict == Verdict.FAIL
                    ? outOfBand(within, value)
                    : AgreementWords.said("cannot-tell")));
  }
}
