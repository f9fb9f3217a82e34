package hitchlamp.core.agreement;

import hitchlamp.core.pack.Relation;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Which few causes would make all the rest agree. Looked for among no cause, every one, and every
 * two: the likeliest wins; several as likely as it are all told. More than two causes at once are
 * not looked for, since then nothing is left to trust.
 */
final class Explanations {
  /** Sensors of a kind that must still agree where others of it are blamed. */
  private static final int LEAST_LEFT = 2;

  private static final double AS_LIKELY = 1e-9;

  private final List<Relation> relations;
  private final Map<Integer, Double> values;
  private final Holds holds;
  private final List<Cause> causes;

  /**
   * @param values by SPN, of the sensors that were read
   * @param causes that there can be
   */
  Explanations(List<Relation> relations, Map<Integer, Double> values, List<Cause> causes) {
    this.relations = relations;
    this.values = values;
    this.holds = new Holds(relations, values);
    this.causes =
        causes.stream().filter(c -> c.spns().stream().anyMatch(values::containsKey)).toList();
  }

  /**
   * The likeliest explanations, each a list of causes; one empty list where all agree, none where
   * nothing explains it.
   */
  List<List<Cause>> likeliest() {
    if (holds.all(Set.of())) {
      return List.of(List.of());
    }
    List<List<Cause>> all = new ArrayList<>();
    for (int i = 0; i < causes.size(); i++) {
      all.add(List.of(causes.get(i)));
      for (int j = i + 1; j < causes.size(); j++) {
        all.add(List.of(causes.get(i), causes.get(j)));
      }
    }
    double best = Double.POSITIVE_INFINITY;
    List<List<Cause>> likeliest = new ArrayList<>();
    for (List<Cause> some : all) {
      double cost = some.stream().mapToDouble(c -> c.kind().cost()).sum();
      if (cost < best + AS_LIKELY && explains(some)) {
        if (cost < best - AS_LIKELY) {
          likeliest.clear();
        }
        best = cost;
        likeliest.add(some);
      }
    }
    return List.copyOf(likeliest);
  }

  private boolean explains(List<Cause> some) {
    Set<Integer> without = new LinkedHashSet<>();
    some.forEach(c -> without.addAll(c.spns()));
    return holds.all(without)
        && enoughLeft(some, without)
        && without.stream().allMatch(spn -> holds.possible(spn, without))
        && some.stream().allMatch(c -> needed(c, without));
  }

  /**
   * Two that agree are more than one that does not; one against one tells nothing. Where a whole
   * line is to blame, one that is not on it is enough.
   */
  private boolean enoughLeft(List<Cause> some, Set<Integer> without) {
    int least = some.stream().anyMatch(c -> c.kind() == Cause.Kind.LINE) ? 1 : LEAST_LEFT;
    for (Relation r : relations) {
      if (r instanceof Relation.Alike alike) {
        long read = alike.of().keySet().stream().filter(values::containsKey).count();
        int left = holds.common(alike, without).sensors();
        if (left < read && left < Math.min(least, read - 1)) {
          return false;
        }
      }
    }
    return true;
  }

  /** True where a cause is there, by what the rest say. */
  private boolean needed(Cause cause, Set<Integer> without) {
    List<Integer> sides =
        cause.spns().stream()
            .filter(values::containsKey)
            .map(spn -> holds.side(spn, without))
            .toList();
    return switch (cause.kind()) {
      case SENSOR ->
          !sides.contains(0)
              && !belowWhatMayBeWarm(cause.spns().iterator().next(), sides)
              && !withTheSlow(cause.spns().iterator().next(), without)
              && !onlyAgainstTheSlow(cause.spns().iterator().next(), without);
      case LINE ->
          sides.stream().anyMatch(s -> s != 0)
              && cause.spns().stream().allMatch(s -> asTheLine(cause, s, without));
      case WARM ->
          !sides.stream().allMatch(s -> s == 0) && !(sides.contains(1) && sides.contains(-1));
    };
  }

  /**
   * True where a sensor is off, or leans though it fits, to the side to which its line takes it.
   */
  private boolean asTheLine(Cause line, int spn, Set<Integer> without) {
    if (!values.containsKey(spn)) {
      return true;
    }
    int off = holds.side(spn, without);
    int side = line.sides().getOrDefault(spn, 0);
    return off == 0 ? holds.leans(spn, without).orElse(side) == side : off == side;
  }

  /**
   * The air that reads below all the rest tells as well that the rest has not cooled down yet; its
   * sensor is not blamed for it.
   */
  private boolean belowWhatMayBeWarm(int spn, List<Integer> sides) {
    return sides.contains(-1)
        && relations.stream()
            .anyMatch(r -> r instanceof Relation.Alike alike && alike.air() == spn && r.stood());
  }

  /** A sensor that fits all that follow quickly is not off: it is the slow ones that lag. */
  private boolean onlyAgainstTheSlow(int spn, Set<Integer> without) {
    for (Relation r : relations) {
      if (r instanceof Relation.Alike alike
          && alike.of().containsKey(spn)
          && !alike.slow().isEmpty()
          && !alike.slow().contains(spn)) {
        Set<Integer> others = new HashSet<>(without);
        others.addAll(alike.slow());
        others.add(spn);
        Holds.Common quick = holds.common(alike, others);
        if (quick.sensors() >= LEAST_LEFT
            && Holds.side(values.get(spn), alike.of().get(spn), quick) == 0) {
          return true;
        }
      }
    }
    return false;
  }

  /**
   * A slow sensor to one side of the rest, to which another slow one leans as well, may only tell
   * that the unit has not stood long enough.
   */
  private boolean withTheSlow(int spn, Set<Integer> without) {
    for (Relation r : relations) {
      if (r instanceof Relation.Alike alike && alike.slow().contains(spn)) {
        Set<Integer> faster = new HashSet<>(without);
        faster.addAll(alike.slow());
        Holds.Common rest = holds.common(alike, faster);
        for (int other : alike.slow()) {
          Double read = values.get(other);
          if (other != spn && !without.contains(other) && read != null && rest.sensors() > 0) {
            double apart = Math.abs(values.get(spn) - read);
            if (apart <= alike.of().get(spn) + alike.of().get(other)) {
              return true;
            }
          }
        }
      }
    }
    return false;
  }
}
