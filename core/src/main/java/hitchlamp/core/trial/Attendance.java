package hitchlamp.core.trial;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.BenchState.Stage;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;

/** Whether somebody looks on, as a test needs it. */
public final class Attendance {
  /** A hands-on test lets go so long after the last sign of the browser. */
  public static final long HANDS_ON_MICROS = 3_000_000;

  /** A test that the module watches over goes on so long without one. */
  public static final long SUPERVISED_MICROS = 300_000_000;

  /** What nobody looks at any more is given up before it begins, so that others may go on. */
  public static final long PREPARING_MICROS = 60_000_000;

  private final boolean handsOn;
  private long lastSign;

  Attendance(boolean handsOn) {
    this.handsOn = handsOn;
  }

  /** A sign of the browser. */
  void alive(long micros) {
    lastSign = micros;
  }

  /** What is said where nobody has looked on for too long; null where somebody does. */
  Said alone(Stage stage, long now) {
    long patience =
        switch (stage) {
          case PREPARING -> PREPARING_MICROS;
          case COUNTDOWN, OPENING, RUNNING -> handsOn ? HANDS_ON_MICROS : SUPERVISED_MICROS;
          case LETTING_GO, ENDED -> Long.MAX_VALUE;
        };
    return now - lastSign > patience
        ? TrialWords.said("no-browser-has-looked-on-for", Figure.whole(patience / 1e6, Unit.SECOND))
        : null;
  }
}
