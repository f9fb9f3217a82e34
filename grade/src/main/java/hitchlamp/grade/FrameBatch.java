package hitchlamp.grade;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.util.List;

/**
 * Frames of a log, many at once and without an object each: so they are handed from the thread that
 * reads to the one that listens. A batch is filled anew once it was worked on.
 */
final class FrameBatch {
  static final int FRAMES = 8_192;

  private final List<String> names;
  private final long[] micros = new long[FRAMES];
  private final long[] payload = new long[FRAMES];
  private final int[] identifier = new int[FRAMES];
  private final byte[] length = new byte[FRAMES];
  private final byte[] bus = new byte[FRAMES];
  private int count;

  /**
   * @param names of the buses, in the order in which they came
   */
  FrameBatch(List<String> names) {
    this.names = names;
  }

  /** Adds a frame; true where it is full now. */
  boolean add(int of, StampedFrame f) {
    int i = count++;
    Frame frame = f.frame();
    micros[i] = f.micros();
    payload[i] = frame.payload();
    // The topmost bit is free in both kinds of identifiers.
    identifier[i] = frame.identifier() | (frame.extended() ? Integer.MIN_VALUE : 0);
    length[i] = (byte) frame.length();
    bus[i] = (byte) of;
    return count == FRAMES;
  }

  void clear() {
    count = 0;
  }

  /** Frames in it. */
  int count() {
    return count;
  }

  /** Bus of a frame: its place in the order in which buses came. */
  int bus(int i) {
    return bus[i];
  }

  /** Name of the bus of a frame. */
  String busName(int i) {
    return names.get(bus[i]);
  }

  long micros(int i) {
    return micros[i];
  }

  boolean extended(int i) {
    return identifier[i] < 0;
  }

  int identifier(int i) {
    return identifier[i] & Integer.MAX_VALUE;
  }

  /** Bytes of data, 0 to 8. */
  int length(int i) {
    return length[i];
  }

  /** Its data, the first byte lowest. */
  long payload(int i) {
    return payload[i];
  }

  /** A frame as an object. */
  StampedFrame frame(int i) {
    return new StampedFrame(
        micros[i], new Frame(identifier(i), extended(i), length[i], payload[i]));
  }
}
