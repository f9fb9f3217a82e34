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

  @Override
  void close();
}
