package hitchlamp.core.agreement;

import hitchlamp.core.pack.Relation;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;

/** Whether relations hold among sensors, those left out that a cause makes wrong. */
final class Holds {
  /** Share of its tolerance from which a sensor leans to a side. */
  private static final double LEANS = 0.3;

  /** The same of a band: as many times what its edge is worth. */
  private static final double EDGE = 3;

  private final List<Relation> relations;
  private final Map<Integer, Double> values;

  /**
   * @param values by SPN, of the sensors that were read
   */
  Holds(List<Relation> relations, Map<Integer, Double> values) {
    this.relations = relations;
    this.values = values;
  }

  /** What the sensors of a relation have in common. */
  record Common(double low, double high, int sensors) {
    boolean there() {
      return low <= high;
    }

    double middle() {
      return (low + high) / 2;
    }
  }

  /** The values that all sensors of a relation allow, those left out apart. */
  Common common(Relation.Alike alike, Set<Integer> without) {
    double low = Double.NEGATIVE_INFINITY;
    double high = Double.POSITIVE_INFINITY;
    int sensors = 0;
    for (var of : alike.of().entrySet()) {
      Double value = values.get(of.getKey());
      if (value != null && !without.contains(of.getKey())) {
        low = Math.max(low, value - of.getValue());
        high = Math.min(high, value + of.getValue());
        sensors++;
      }
    }
    return new Common(low, high, sensors);
  }

  /** What a band is about; not a number where a sensor of it was not read or is left out. */
  double value(Relation.Within within, Set<Integer> without) {
    if (without.contains(within.of()) || within.minus() != 0 && without.contains(within.minus())) {
      return Double.NaN;
    }
    double of = values.getOrDefault(within.of(), Double.NaN);
    return within.minus() == 0 ? of : of - values.getOrDefault(within.minus(), Double.NaN);
  }

  /** True where everything holds among the rest. */
  boolean all(Set<Integer> without) {
    for (Relation r : relations) {
      boolean holds =
          r instanceof Relation.Alike alike
              ? common(alike, without).there()
              : inBand((Relation.Within) r, value((Relation.Within) r, without));
      if (!holds) {
        return false;
      }
    }
    return true;
  }

  static boolean inBand(Relation.Within within, double value) {
    return !(value < within.low() || value > within.high());
  }

  /**
   * On which side of the rest a sensor lies: 1 above, -1 below, 0 where it fits.
   *
   * @param without the others that are left out; the sensor itself may be among them
   */
  int side(int spn, Set<Integer> without) {
    Set<Integer> others = new HashSet<>(without);
    others.add(spn);
    Set<Integer> butThis = butThis(spn, without);
    double value = values.getOrDefault(spn, Double.NaN);
    for (Relation r : relations) {
      if (!r.spns().contains(spn)) {
        continue;
      }
      int side =
          r instanceof Relation.Alike alike
              ? side(value, alike.of().get(spn), common(alike, others))
              : side((Relation.Within) r, spn, value((Relation.Within) r, butThis));
      if (side != 0) {
        return side;
      }
    }
    return 0;
  }

  /**
   * True where there is a value that a sensor could tell so that everything holds with the rest:
   * only then can it be the one that is off.
   */
  boolean possible(int spn, Set<Integer> without) {
    double low = Double.NEGATIVE_INFINITY;
    double high = Double.POSITIVE_INFINITY;
    Set<Integer> others = new HashSet<>(without);
    others.add(spn);
    for (Relation r : relations) {
      if (!r.spns().contains(spn)) {
        continue;
      }
      if (r instanceof Relation.Alike alike) {
        Common rest = common(alike, others);
        double tolerance = alike.of().get(spn);
        low = Math.max(low, rest.low() - tolerance);
        high = Math.min(high, rest.high() + tolerance);
      } else {
        Relation.Within w = (Relation.Within) r;
        int other = w.of() == spn ? w.minus() : w.of();
        double of = other == 0 ? 0 : others.contains(other) ? Double.NaN : value(other);
        if (!Double.isNaN(of)) {
          low = Math.max(low, w.of() == spn ? of + w.low() : of - w.high());
          high = Math.min(high, w.of() == spn ? of + w.high() : of - w.low());
        }
      }
    }
    return low <= high;
  }

  private double value(int spn) {
    return values.getOrDefault(spn, Double.NaN);
  }

  /**
   * To which side a sensor leans though it fits: 1, -1, or 0 where it stands in the middle; empty
   * where nothing among the rest tells.
   */
  OptionalInt leans(int spn, Set<Integer> without) {
    Set<Integer> others = new HashSet<>(without);
    others.add(spn);
    for (Relation r : relations) {
      if (r instanceof Relation.Alike alike && alike.of().containsKey(spn)) {
        Common rest = common(alike, others);
        if (rest.sensors() > 0 && rest.there()) {
          return OptionalInt.of(lean(value(spn) - rest.middle(), alike.of().get(spn)));
        }
      } else if (r instanceof Relation.Within w && w.of() == spn && w.minus() == 0) {
        // What must read none leans where it reads anything.
        if (Double.isInfinite(w.high())) {
          return OptionalInt.of(value(spn) > w.low() + EDGE * Math.abs(w.low()) ? 1 : 0);
        }
        double middle = Double.isInfinite(w.low()) ? 0 : (w.low() + w.high()) / 2;
        return OptionalInt.of(lean(value(spn) - middle, w.high() - middle));
      } else if (r instanceof Relation.Within w && w.of() == spn) {
        double over = value(w, butThis(spn, without));
        if (!Double.isNaN(over)) {
          return OptionalInt.of(nearEdge(w, over));
        }
      }
    }
    return OptionalInt.empty();
  }

  private static Set<Integer> butThis(int spn, Set<Integer> without) {
    Set<Integer> rest = new HashSet<>(without);
    rest.remove(spn);
    return rest;
  }

  /** 1 near the upper edge of a band, -1 near the lower, by what the edge itself is worth. */
  private static int nearEdge(Relation.Within w, double value) {
    boolean high = value > w.high() - EDGE * Math.abs(w.high());
    boolean low = value < w.low() + EDGE * Math.abs(w.low());
    return high == low ? 0 : high ? 1 : -1;
  }

  private static int lean(double off, double tolerance) {
    return Math.abs(off) < LEANS * tolerance ? 0 : off > 0 ? 1 : -1;
  }

  /** On which side of what the rest have in common a value lies. */
  static int side(double value, double tolerance, Common rest) {
    if (rest.sensors() == 0 || !rest.there()) {
      return 0;
    }
    return value - tolerance > rest.high() ? 1 : value + tolerance < rest.low() ? -1 : 0;
  }

  private static int side(Relation.Within within, int spn, double value) {
    int side = value > within.high() ? 1 : value < within.low() ? -1 : 0;
    return spn == within.of() ? side : -side;
  }
}
