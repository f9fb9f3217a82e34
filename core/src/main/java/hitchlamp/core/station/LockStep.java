package hitchlamp.core.station;

import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import java.util.function.BooleanSupplier;

/** Drives a hook-up over a link in the caller's thread: for lock-step links and recorded logs. */
public final class LockStep {
  private LockStep() {}

  /**
   * Runs until the condition holds, the link is lost, or bus time reaches a limit.
   *
   * @param limitMicros bus time to stop at
   * @return true where the condition came to hold
   */
  public static boolean run(Link link, Station hookUp, long limitMicros, BooleanSupplier until)
      throws InterruptedException {
    while (!until.getAsBoolean()) {
      if (hookUp.now() >= limitMicros) {
        return false;
      }
      LinkEvent event = link.await(Math.min(limitMicros, hookUp.nextTimer()));
      hookUp.on(event);
      if (event instanceof LinkEvent.Lost) {
        return until.getAsBoolean();
      }
    }
    return true;
  }
}
