package hitchlamp.server.job;

import java.time.LocalDateTime;

/** A job as stored, with what the lists show of its unit. Times are UTC. */
public record JobRow(
    long id,
    String number,
    long unitId,
    String complaint,
    String state,
    Double hours,
    Double kilometres,
    LocalDateTime openedAt,
    String openedBy,
    String fleetNumber) {}
