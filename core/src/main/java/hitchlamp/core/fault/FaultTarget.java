package hitchlamp.core.fault;

import hitchlamp.core.j1939.ConversionVersion;

/**
 * A module whose faults are read.
 *
 * @param key how it is known on its bus
 * @param title what the technician calls it
 * @param kind id in the pack, empty where unknown
 * @param address where it stands
 * @param conversion how it writes faults where the conversion bit is set
 * @param services true where it has the services of ISO 14229
 */
public record FaultTarget(
    String key,
    String title,
    String kind,
    int address,
    ConversionVersion conversion,
    boolean services) {}
