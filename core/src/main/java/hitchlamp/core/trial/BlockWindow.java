package hitchlamp.core.trial;

import hitchlamp.core.pack.BlockSpec;
import java.util.ArrayList;
import java.util.List;

/** The last answers that told the same of every cylinder. Keeps at most {@link #MOST}. */
public final class BlockWindow {
  /** Answers kept: ten minutes of ten a second. */
  static final int MOST = 6_000;

  /**
   * An answer.
   *
   * @param micros bus time at which it came
   * @param told what it told
   */
  public record Answer(long micros, BlockSpec.Told told) {}

  private final List<Answer> answers = new ArrayList<>();

  /** Takes the next answer; one that is older than the newest is left out. */
  public void add(long micros, BlockSpec.Told told) {
    if (!answers.isEmpty() && micros < answers.get(answers.size() - 1).micros()) {
      return;
    }
    if (answers.size() == MOST) {
      answers.subList(0, MOST / 2).clear();
    }
    answers.add(new Answer(micros, told));
  }

  /** Answers that came from one time to another, both included. */
  public List<Answer> between(long from, long to) {
    int first = first(from);
    return List.copyOf(answers.subList(first, Math.max(first, first(to + 1))));
  }

  /** Place of the first answer that came at a time or later. */
  private int first(long micros) {
    int low = 0;
    int high = answers.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (answers.get(middle).micros() < micros) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  /** Answers with a counter that came since a time, each count once. */
  public List<Answer> counted(long from, long to) {
    List<Answer> all = new ArrayList<>();
    long last = Long.MIN_VALUE;
    for (Answer a : between(from, to)) {
      if (a.told().head() != last) {
        all.add(a);
        last = a.told().head();
      }
    }
    return all;
  }
}
