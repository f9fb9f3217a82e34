package hitchlamp.core.trial.dosing;

import java.util.Locale;

/** Parts of the circuit that can be at fault. */
enum DosingPart {
  PUMP,
  /** The valve in the pump that closes the line while it stands. */
  SEAL,
  INLET,
  LINE,
  COUPLING,
  INJECTOR,
  TIP,
  VALVE,
  SENSOR,
  AIR,
  TANK;

  /** As the judgement calls it. */
  String id() {
    return name().toLowerCase(Locale.ROOT);
  }
}
