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
  /** Short name, as packs call it. */
  String id();

  /** Version of {@code O} as stored; older ones stay readable. */
  int layout();

  /** What it observes. */
  Class<O> observed();

  /** True where a person must be there: without that browser everything is let go of at once. */
  boolean handsOn();

  /** False where it only listens and asks: no session is opened, and no seat is needed. */
  default boolean commands() {
    return true;
  }

  /**
   * The set-up that a pack gives.
   *
   * @throws hitchlamp.yaml.YamlFault where something is missing or out of its range
   */
  S read(TestSpec spec, Pack pack);

  /** True where an act can be understood. */
  boolean understands(S setup, Act act);

  /** The course of a run. */
  Script<O> script(S setup);

  /** True where anything was seen that can be judged, if only as "cannot tell". */
  boolean saw(O seen);

  /** What the observations come to: a pure function, the same years later. */
  Judgement judge(S setup, O seen);
}
