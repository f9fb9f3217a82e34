package hitchlamp.core.bus;

import java.util.List;

/**
 * A recorded log as a link: plays its frames in bus time, sends nothing, and ends with {@link
 * LinkEvent.Lost}.
 */
public final class RecordedLink implements Link {
  private final List<StampedFrame> frames;
  private int next;
  private boolean closed;

  /**
   * @param frames in order of time
   */
  public RecordedLink(List<StampedFrame> frames) {
    this.frames = List.copyOf(frames);
  }

  /** Bus time of the first frame, 0 for an empty log. */
  public long startMicros() {
    return frames.isEmpty() ? 0 : frames.get(0).micros();
  }

  @Override
  public LinkCapabilities capabilities() {
    return LinkCapabilities.recorded();
  }

  @Override
  public LinkEvent await(long untilMicros) {
    if (closed || next == frames.size()) {
      long end = frames.isEmpty() ? untilMicros : frames.get(frames.size() - 1).micros();
      return new LinkEvent.Lost(end, closed ? "closed" : "the recording ends here");
    }
    StampedFrame frame = frames.get(next);
    if (frame.micros() > untilMicros) {
      return new LinkEvent.Ticked(untilMicros);
    }
    next++;
    return new LinkEvent.Seen(frame);
  }

  @Override
  public void send(Frame frame) {
    throw new LinkRefusal("A recording cannot be asked anything; hook up to the unit itself.");
  }

  @Override
  public void close() {
    closed = true;
  }
}
