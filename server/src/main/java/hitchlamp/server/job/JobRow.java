package hitchlamp.server.job;

import java.time.LocalDateTime;

/**
 * A job as stored, with what the lists show of its unit. Times are UTC.
 *
 * @param exhaustHotAt when a module of the unit last said that the exhaust is hot; null once one
 *     has said that it is not, and where none ever did
 */
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
    String fleetNumber,
    LocalDateTime exhaustHotAt) {}
