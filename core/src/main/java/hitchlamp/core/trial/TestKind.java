package hitchlamp.core.trial;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;

/**
 * One kind of test: stateless, one class each, listed in {@link TestKinds}.
 *
 * @param <S> its set-up, from the pack
 * @param <O> what it observes, as it is stored
 */
public interface TestKind<S, O> {
  /** Who must be there while it runs. */
  enum Attended {
    /** A person at the unit; without that browser everything is let go of at once. */
    HANDS_ON,
    /** The same, but the script leads: what a guard lets go of ends it. */
    AT_THE_UNIT,
    /** The module looks after it: minutes without a browser do not end it. */
    BY_THE_MODULE,
    /** Nothing is commanded; anybody may look on and answer. */
    LISTENING
  }

  /**
   * The head of a kind.
   *
   * @param id short name, as packs call it
   * @param layout version of what is observed as it is stored
   * @param observed what it observes
   * @param attended who must be there
   */
  record Head<O>(String id, int layout, Class<O> observed, Attended attended) {}

  /** What is said of the kind once and for all. */
  Head<O> head();

  /** Short name, as packs call it. */
  default String id() {
    return head().id();
  }

  /** Version of {@code O} as stored; older ones stay readable. */
  default int layout() {
    return head().layout();
  }

  /** What it observes. */
  default Class<O> observed() {
    return head().observed();
  }

  /** True where a person must be there: without that browser everything is let go of at once. */
  default boolean handsOn() {
    return head().attended() == Attended.HANDS_ON || head().attended() == Attended.AT_THE_UNIT;
  }

  /** True where a person leads, so that it goes on when something was let go of. */
  default boolean goesOn() {
    return head().attended() == Attended.HANDS_ON;
  }

  /** False where it only listens and asks: no session is opened, and no seat is needed. */
  default boolean commands() {
    return head().attended() != Attended.LISTENING;
  }

  /**
   * The set-up that a pack gives.
   *
   * @throws hitchlamp.yaml.YamlFault where something is missing or out of its range
   */
  S read(TestSpec spec, Pack pack);

  /** True where an act can be understood. */
  boolean understands(S setup, Act act);

  /** True where an act only tells what somebody saw or heard, so that a paired phone may do it. */
  default boolean tells(Act act) {
    return false;
  }

  /** The course of a run. */
  Script<O> script(S setup);

  /** True where anything was seen that can be judged, if only as "cannot tell". */
  boolean saw(O seen);

  /** What a page needs of the observations: the same, without what only a judge reads. */
  default O shown(O seen) {
    return seen;
  }

  /** What the observations come to: a pure function, the same years later. */
  Judgement judge(S setup, O seen);
}
