package hitchlamp.core.pack;

import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * What modules of a unit tell by ISO 14229, and how it is laid out.
 *
 * @param identifiers values by data identifier
 * @param blocks what tells the same of every cylinder, by data identifier
 * @param hours identifier of a module's own hours
 * @param occurrence extended data record with count, first hour, last hour and ageing
 */
public record ServiceKind(
    Map<Integer, Parameter> identifiers,
    Map<Integer, BlockSpec> blocks,
    OptionalInt hours,
    Optional<Occurrence> occurrence) {
  /** None of it. */
  public static final ServiceKind NONE =
      new ServiceKind(Map.of(), Map.of(), OptionalInt.empty(), Optional.empty());

  /**
   * Where an extended data record keeps what; positions in bytes, numbers high byte first.
   *
   * @param record its number
   * @param bytes its length
   * @param countAt one byte
   * @param firstAt four bytes
   * @param lastAt four bytes
   * @param hoursStep hours a count
   */
  public record Occurrence(
      int record, int bytes, int countAt, int firstAt, int lastAt, double hoursStep) {}

  /** Bytes of an identifier's value, -1 where nobody knows it. */
  public int lengthOf(int identifier) {
    Parameter p = identifiers.get(identifier);
    return p == null ? -1 : (p.bits() + 7) / 8;
  }

  /** Bytes of an extended data record, -1 where nobody knows it. */
  public int lengthOfRecord(int number) {
    return occurrence.filter(o -> o.record() == number).map(Occurrence::bytes).orElse(-1);
  }
}
