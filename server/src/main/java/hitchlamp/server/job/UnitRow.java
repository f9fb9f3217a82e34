package hitchlamp.server.job;

/** A unit as stored. */
public record UnitRow(
    long id,
    String fleetNumber,
    String vin,
    String maker,
    String model,
    String unitClass,
    String pack) {}
