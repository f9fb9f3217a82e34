package hitchlamp.core.hookup;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;

/**
 * The last reading of some parameters that the pack knows, from broadcasts. Holds one reading per
 * SPN and source: at most the pack's parameters times 253.
 */
public final class Vitals {
  /** Engine speed. */
  public static final int ENGINE_SPEED = 190;

  /** Battery potential, as the engine's module measures it. */
  public static final int BATTERY = 168;

  /** Key switch battery potential. */
  public static final int KEY_SWITCH_VOLTAGE = 158;

  public static final int COOLANT = 110;
  public static final int ENGINE_HOURS = 247;

  /** Lamp for hot exhaust, as a module commands it: 1 is on (SAE J1939-71, from memory). */
  public static final int EXHAUST_HOT = 3698;

  private final Map<Integer, List<Parameter>> byGroup = new HashMap<>();
  private final Map<Integer, Map<Integer, Parameter.Reading>> readings = new HashMap<>();

  /**
   * @param wanted true for the SPNs that are read
   */
  public Vitals(Pack pack, IntPredicate wanted) {
    for (int pgn : pack.groups()) {
      List<Parameter> read =
          pack.parametersIn(pgn).stream().filter(p -> wanted.test(p.spn())).toList();
      if (!read.isEmpty()) {
        byGroup.put(pgn, read);
      }
    }
  }

  /** Reads what the message carries. */
  public void accept(Message message) {
    List<Parameter> parameters = byGroup.get(message.pgn());
    if (parameters == null) {
      return;
    }
    for (Parameter p : parameters) {
      readings
          .computeIfAbsent(p.spn(), s -> new HashMap<>(2))
          .put(message.source(), p.read(message));
    }
  }

  /** The newest reading of a parameter from any module; valid ones go before states. */
  public Optional<Parameter.Reading> newest(int spn) {
    Parameter.Reading best = null;
    for (Parameter.Reading r : readings.getOrDefault(spn, Map.of()).values()) {
      boolean better =
          best == null
              || rank(r) > rank(best)
              || rank(r) == rank(best) && r.micros() > best.micros();
      best = better ? r : best;
    }
    return Optional.ofNullable(best);
  }

  /** Whether a module wants people warned of hot exhaust; empty where none tells. */
  public Optional<Boolean> exhaustHot() {
    return readings.getOrDefault(EXHAUST_HOT, Map.of()).values().stream()
        .filter(r -> r.state() == RawValue.VALID && (r.value() == 0 || r.value() == 1))
        .map(r -> r.value() == 1)
        .reduce(Boolean::logicalOr);
  }

  private static int rank(Parameter.Reading r) {
    return r.state() == RawValue.VALID ? 1 : 0;
  }

  /** The reading that one module gave. */
  public Optional<Parameter.Reading> from(int source, int spn) {
    return Optional.ofNullable(readings.getOrDefault(spn, Map.of()).get(source));
  }
}
