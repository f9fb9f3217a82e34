package hitchlamp.server.casefile;

import java.time.Instant;
import java.util.List;

/**
 * The first thing that is read of a case file: what it is, and every part with its checksum.
 *
 * @param format always {@link #FORMAT}
 * @param version of the layout; greater ones are refused
 */
record Manifest(
    String format, int version, Instant madeAt, String madeBy, Head head, List<Part> parts) {
  static final String NAME = "manifest.json";
  static final String FORMAT = "hitch-lamp-case";
  static final int VERSION = 1;

  /** A file inside, with its length in bytes and its SHA-256 in hex. */
  record Part(String path, long bytes, String sha256) {}

  /** The unit and the job. */
  record Head(
      String fleetNumber,
      String vin,
      String maker,
      String model,
      String unitClass,
      String pack,
      String number,
      String complaint,
      String state,
      Double hours,
      Double kilometres,
      Instant openedAt,
      String openedBy) {}
}
