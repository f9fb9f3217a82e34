package hitchlamp.standin.module;

import java.util.function.IntConsumer;

/** Something that a module does by itself when a tester tells it to. */
public interface Routine {
  /** How long it takes, s; 0 where it is done at once. */
  double seconds();

  /**
   * A tester wants it started.
   *
   * @param tester address
   * @return 0 where it begins, else the negative response code
   */
  int start(int tester);

  /** Whether it must break off, looked at while it runs: 0 where it goes on, else the reason. */
  default int breaksOff() {
    return 0;
  }

  /** It has ended, whichever way. */
  default void ends() {}

  /** What it reports when it is done. */
  default byte[] results() {
    return new byte[0];
  }

  /** True where a tester can stop it. */
  default boolean stops() {
    return false;
  }

  /** True where the answer to the start comes only when it is done, after "more time" meanwhile. */
  default boolean pends() {
    return false;
  }

  /** True where it goes on when the session ends in which it was started. */
  default boolean outlivesSession() {
    return false;
  }

  /** One that is done at once. */
  static Routine atOnce(IntConsumer what) {
    return new Routine() {
      @Override
      public double seconds() {
        return 0;
      }

      @Override
      public int start(int tester) {
        what.accept(tester);
        return 0;
      }
    };
  }
}
