package hitchlamp.core.trial.loaded;

import java.util.List;

/**
 * What pulls with each cylinder off have shown.
 *
 * @param cylinders of the engine
 * @param byLoad true where a load is put on and no foot pulls
 * @param next cylinder that is off at the next pull, 0 for all firing; -1 when all are done
 * @param off cylinder that is commanded off until the module has confirmed that it fires, 0 for
 *     none
 * @param pulling true while the foot is down
 * @param done what was pulled well enough, in its order: cylinders, 0 for all firing
 * @param rows moments with the foot down, and just before and behind
 * @param uneven how unlike cycles were to those before them, where the segments are timed
 */
public record LoadedSeen(
    int cylinders,
    boolean byLoad,
    int next,
    int off,
    boolean pulling,
    List<Integer> done,
    List<LoadRow> rows,
    List<Uneven> uneven) {
  static final int MOST_ROWS = 6_000;
  static final int MOST_PULLS = 200;

  /**
   * @throws IllegalArgumentException where no test has so much
   */
  public LoadedSeen {
    // Tests that were stored before segments were timed have none.
    uneven = uneven == null ? List.of() : List.copyOf(uneven);
    if (rows.size() > MOST_ROWS || uneven.size() > MOST_ROWS || done.size() > MOST_PULLS) {
      throw new IllegalArgumentException(LoadedWords.say("no-test-has-so-many"));
    }
    done = List.copyOf(done);
    rows = List.copyOf(rows);
  }
}
