package hitchlamp.server.job;

/**
 * A unit as stored.
 *
 * @param ofCase true where it came with a case file
 */
public record UnitRow(
    long id,
    String fleetNumber,
    String vin,
    String maker,
    String model,
    String unitClass,
    String pack,
    boolean ofCase) {}
