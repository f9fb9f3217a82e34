package hitchlamp.standin.wiring;

/**
 * How a module is fed and hangs on the bus.
 *
 * @param module its id
 * @param plug its plug; contact 1 is power, 4 ground, 5 and 6 the bus
 * @param fuse its fuse
 * @param splice where its stub leaves the bus
 */
public record Feed(String module, String plug, String fuse, String splice) {}
