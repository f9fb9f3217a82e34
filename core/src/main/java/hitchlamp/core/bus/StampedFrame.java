package hitchlamp.core.bus;

/**
 * A frame with the time at which the bus carried it.
 *
 * @param micros bus time in microseconds, as the link stamps it
 * @param frame what was carried
 */
public record StampedFrame(long micros, Frame frame) {}
