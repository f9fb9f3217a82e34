package hitchlamp.core.fault;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.Pack;
import java.util.Comparator;
import java.util.OptionalInt;

/**
 * A fault of one module. It is known by module, SPN and FMI.
 *
 * @param module key of the module that reports it
 * @param address source address at the time of the read
 * @param spn suspect parameter number
 * @param fmi failure mode identifier
 * @param count occurrences; empty where the module does not count
 * @param atCeiling true where the count stands at 126 and may be more
 * @param state in which list it stood
 * @param version how its SPN was read; ambiguous ones say so
 * @param component what the SPN measures, "SPN n" where unknown
 * @param mode what the FMI means
 */
public record Fault(
    String module,
    int address,
    int spn,
    int fmi,
    OptionalInt count,
    boolean atCeiling,
    FaultState state,
    ConversionVersion version,
    String component,
    String mode) {
  /**
   * How severe it is by its FMI, empty where the mode has no severity: that belongs to 0, 1 and 15
   * to 18 only (J1939-73, from memory).
   */
  public String severity() {
    return switch (fmi) {
      case 0, 1 -> FaultWords.say("most-severe");
      case 16, 18 -> FaultWords.say("moderately-severe");
      case 15, 17 -> FaultWords.say("least-severe");
      default -> "";
    };
  }

  /** Active before all others, then the highest count; uncounted ones last among equals. */
  public static final Comparator<Fault> PLAIN_ORDER =
      Comparator.comparing((Fault f) -> f.state() != FaultState.ACTIVE)
          .thenComparing(Comparator.comparingInt((Fault f) -> f.count().orElse(-1)).reversed())
          .thenComparingInt(Fault::spn)
          .thenComparingInt(Fault::fmi)
          .thenComparing(Fault::module);

  /** A fault with the words of a pack. */
  public static Fault of(Dtc dtc, FaultState state, String module, int address, Pack pack) {
    OptionalInt count =
        dtc.count() == Dtc.COUNT_NOT_AVAILABLE ? OptionalInt.empty() : OptionalInt.of(dtc.count());
    return new Fault(
        module,
        address,
        dtc.spn(),
        dtc.fmi(),
        count,
        dtc.count() == Dtc.COUNT_CEILING,
        state,
        dtc.version(),
        pack.spnText(dtc.spn()),
        dtc.reservedFmi() ? FaultWords.say("reserved-by-the-standard") : pack.fmiText(dtc.fmi()));
  }
}
