package hitchlamp.core.bus;

import java.util.Iterator;
import java.util.List;

/**
 * A recorded log as a link: plays its frames in bus time, sends nothing, and ends with {@link
 * LinkEvent.Lost}.
 */
public final class RecordedLink implements Link {
  private final Iterator<StampedFrame> frames;
  private final long startMicros;
  private StampedFrame next;
  private long lastMicros;
  private boolean closed;

  /**
   * @param frames in order of time; taken one at a time
   */
  public RecordedLink(Iterator<StampedFrame> frames) {
    this.frames = frames;
    this.next = frames.hasNext() ? frames.next() : null;
    this.startMicros = next == null ? 0 : next.micros();
    this.lastMicros = startMicros;
  }

  /** The same of a whole list. */
  public RecordedLink(List<StampedFrame> frames) {
    this(List.copyOf(frames).iterator());
  }

  /** Bus time of the first frame, 0 for an empty log. */
  public long startMicros() {
    return startMicros;
  }

  @Override
  public LinkCapabilities capabilities() {
    return LinkCapabilities.recorded();
  }

  @Override
  public LinkEvent await(long untilMicros) {
    if (closed || next == null) {
      long end = lastMicros == 0 && startMicros == 0 ? untilMicros : lastMicros;
      return new LinkEvent.Lost(end, closed ? "closed" : BusWords.say("the-recording-ends-here"));
    }
    StampedFrame frame = next;
    if (frame.micros() > untilMicros) {
      return new LinkEvent.Ticked(untilMicros);
    }
    next = frames.hasNext() ? frames.next() : null;
    lastMicros = frame.micros();
    return new LinkEvent.Seen(frame);
  }

  @Override
  public void send(Frame frame) {
    throw new LinkRefusal(BusWords.say("a-recording-cannot-be-asked-anything"));
  }

  @Override
  public void close() {
    closed = true;
  }
}
