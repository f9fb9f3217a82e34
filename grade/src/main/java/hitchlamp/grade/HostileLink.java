package hitchlamp.grade;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import java.util.SplittableRandom;
import java.util.function.Predicate;

/**
 * A link that loses frames of diagnostic services, ours on their way out and theirs on their way
 * in.
 */
final class HostileLink implements Link {
  private static final int SERVICES = 0xDA;

  private final Link inner;
  private final SplittableRandom random;
  private double loses;
  private Predicate<Frame> next = frame -> false;

  HostileLink(Link inner, SplittableRandom random) {
    this.inner = inner;
    this.random = random;
  }

  /** Share of the frames that are lost from now on. */
  void loses(double share) {
    loses = share;
  }

  /** The next frame of ours that is such is lost. */
  void losesNext(Predicate<Frame> such) {
    next = such;
  }

  private boolean lost(Frame f) {
    return (f.identifier() >> 16 & 0xFF) == SERVICES && random.nextDouble() < loses;
  }

  @Override
  public LinkCapabilities capabilities() {
    return inner.capabilities();
  }

  @Override
  public LinkEvent await(long untilMicros) throws InterruptedException {
    LinkEvent event = inner.await(untilMicros);
    return event instanceof LinkEvent.Seen seen && lost(seen.stamped().frame())
        ? new LinkEvent.Ticked(event.micros())
        : event;
  }

  @Override
  public void send(Frame frame) {
    if (next.test(frame)) {
      next = f -> false;
    } else if (!lost(frame)) {
      inner.send(frame);
    }
  }

  @Override
  public void close() {
    inner.close();
  }
}
