package hitchlamp.core.pack;

import java.util.Map;
import java.util.Set;

/** What the sensors of a sound unit agree about, as a pack expects it. */
public sealed interface Relation {
  /** Short name within its test. */
  String id();

  /** What it is about, as the user reads it. */
  String title();

  /** Why it must be so, as a sentence. */
  String reason();

  /** Where the tolerances come from. */
  String source();

  /** SPNs of the sensors that it is about. */
  Set<Integer> spns();

  /** True where it holds only once the unit has stood for hours. */
  boolean stood();

  /**
   * Sensors that must read alike.
   *
   * @param of SPN and by how much one may be off, in its unit; the unit is the same for all
   * @param slow those that follow the rest only after hours: where all of them lie on one side, the
   *     unit has not stood long enough
   * @param air the one that follows the air at once, 0 for none: where it lies below the rest, the
   *     rest may still be warm
   */
  record Alike(
      String id,
      String title,
      Map<Integer, Double> of,
      Set<Integer> slow,
      int air,
      String reason,
      String source)
      implements Relation {
    public Alike {
      slow = Set.copyOf(slow);
    }

    @Override
    public Set<Integer> spns() {
      return of.keySet();
    }

    @Override
    public boolean stood() {
      return !slow.isEmpty();
    }
  }

  /**
   * A sensor, or by how much it is above another, within a band.
   *
   * @param minus SPN of the other; 0 for none
   * @param low least, in the unit of {@code of}; negative infinity for none
   * @param high greatest; infinity for none
   * @param stood true where it holds only once the unit has stood for hours
   */
  record Within(
      String id,
      String title,
      int of,
      int minus,
      double low,
      double high,
      boolean stood,
      String reason,
      String source)
      implements Relation {
    @Override
    public Set<Integer> spns() {
      return minus == 0 ? Set.of(of) : Set.of(of, minus);
    }
  }
}
