package hitchlamp.core.station;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.Identifier;
import java.util.function.Consumer;

/**
 * Decides what of a live hook-up must be stored for a {@link Replay} to come to the same: every
 * frame, every operator event, and those ticks that something waited for.
 */
public final class ReplayLog {
  private final Consumer<FrameBlock.Entry> out;

  /**
   * @param out takes the entries in order
   */
  public ReplayLog(Consumer<FrameBlock.Entry> out) {
    this.out = out;
  }

  /** An event that the hook-up is about to take. */
  public void event(LinkEvent event, Station hookUp) {
    if (event instanceof LinkEvent.Seen seen) {
      int own = hookUp.address();
      boolean ours =
          own != Address.NULL
              && seen.stamped().frame().extended()
              && Identifier.sourceOf(seen.stamped().frame().identifier()) == own;
      out.accept(new FrameBlock.Entry.OfFrame(seen.stamped(), ours));
    } else if (hookUp.nextTimer() <= event.micros()) {
      out.accept(new FrameBlock.Entry.OfTick(event.micros()));
    }
  }

  /** Something is about to be done at a bus time. */
  public void operator(OperatorEvent event, long micros) {
    out.accept(new FrameBlock.Entry.OfOperator(micros, event.line()));
  }
}
