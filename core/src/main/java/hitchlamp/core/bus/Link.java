package hitchlamp.core.bus;

/**
 * A way to one bus. Whoever owns it pulls events and sends frames from one thread; a live link over
 * a socket, a simulated unit in lock-step and a recorded log all look the same from here.
 */
public interface Link extends AutoCloseable {
  LinkCapabilities capabilities();

  /**
   * The next thing that happens. Returns a {@link LinkEvent.Ticked} when bus time reaches {@code
   * untilMicros} first. A simulated bus never runs past that time, so the tool's own timers fire
   * exactly.
   *
   * @param untilMicros bus time in microseconds at which to return at the latest
   */
  LinkEvent await(long untilMicros) throws InterruptedException;

  /**
   * Hands a frame to the bus. That it was really carried is seen on the tap, through {@link
   * #await}.
   *
   * @throws LinkRefusal where the link cannot send
   */
  void send(Frame frame);

  /**
   * The rate is proven by listening: from here on the link may send. Before, one that can listen
   * only does so.
   *
   * @throws LinkRefusal where the link does not change over
   */
  default void speak() {}

  /** Makes {@link #await} return soon, since somebody else wants its owner; from any thread. */
  default void wake() {}

  /** Frames that came faster than they were taken, here or in the adapter. */
  default long lost() {
    return 0;
  }

  @Override
  void close();
}
