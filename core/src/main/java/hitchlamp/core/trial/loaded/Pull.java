package hitchlamp.core.trial.loaded;

import java.util.List;

/**
 * A stretch under load with the same cylinder off.
 *
 * @param off cylinder that did not fire, 0 where all did
 * @param rows of it
 */
record Pull(int off, List<LoadRow> rows) {
  double from() {
    return rows.get(0).seconds();
  }

  double to() {
    return rows.get(rows.size() - 1).seconds();
  }
}
