package hitchlamp.core.bus;

/** What a link tells, each with its bus time in microseconds. */
public sealed interface LinkEvent {
  /** Bus time in microseconds. */
  long micros();

  /** A frame was on the bus: somebody else's or our own, as the tap saw it. */
  record Seen(StampedFrame stamped) implements LinkEvent {
    @Override
    public long micros() {
      return stamped.micros();
    }
  }

  /** Time went on without a frame. */
  record Ticked(long micros) implements LinkEvent {}

  /** The controller reported a bus error (bit rate wrong, no acknowledgement, short). */
  record BusError(long micros, String text) implements LinkEvent {}

  /** The link is gone and tells nothing more. */
  record Lost(long micros, String reason) implements LinkEvent {}
}
