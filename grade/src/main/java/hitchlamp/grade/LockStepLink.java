package hitchlamp.grade;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.standin.unit.SimUnit;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.Consumer;

/**
 * A simulated unit in the same thread and in virtual time: it never runs past the tool's next
 * timer.
 */
public final class LockStepLink implements Link {
  private final SimUnit unit;
  private final Deque<StampedFrame> heard = new ArrayDeque<>();
  private final Consumer<StampedFrame> recorder;

  /**
   * @param recorder takes every frame of the bus, for files
   */
  public LockStepLink(SimUnit unit, Consumer<StampedFrame> recorder) {
    this.unit = unit;
    this.recorder = recorder;
    unit.bus().listen((stamped, sender) -> heard.add(stamped));
  }

  @Override
  public LinkCapabilities capabilities() {
    return LinkCapabilities.raw(1);
  }

  @Override
  public LinkEvent await(long untilMicros) {
    while (heard.isEmpty() && unit.plugged()) {
      if (!unit.step(untilMicros)) {
        return new LinkEvent.Ticked(untilMicros);
      }
    }
    StampedFrame next = heard.poll();
    if (next == null) {
      return new LinkEvent.Lost(unit.now(), "the plug was pulled");
    }
    recorder.accept(next);
    return new LinkEvent.Seen(next);
  }

  /** Leaves out one event that nobody has taken yet; false where there is none. */
  boolean drop() {
    return heard.poll() != null;
  }

  @Override
  public void send(Frame frame) {
    unit.bus().send(frame, this);
  }

  @Override
  public void close() {
    heard.clear();
  }
}
